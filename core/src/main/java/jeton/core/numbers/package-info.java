/** Rules N: counts and rates. */
package jeton.core.numbers;
