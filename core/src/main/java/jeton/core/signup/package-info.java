/** Rules S: addresses, and what a sign-up does. */
package jeton.core.signup;
