/** The first hour of an install: what is still to be done before the first offer takes sign-ups. */
package jeton.server.beginning;
