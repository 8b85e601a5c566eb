/** A made-up shop's web site. */
package jeton.standins.samplesite;
