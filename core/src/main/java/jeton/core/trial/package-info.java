/** Two versions tried against each other (rules X). */
package jeton.core.trial;
