/** Counts and rates along the track (rules N). */
package jeton.server.numbers;
