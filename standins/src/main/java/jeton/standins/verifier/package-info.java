/** A made-up verification service. */
package jeton.standins.verifier;
