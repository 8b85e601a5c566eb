/** Two versions of something tried against each other (rules X). */
package jeton.server.trial;
