/**
 * What is amiss with the install itself: programs elsewhere that take nothing, missing back-ups.
 */
package jeton.server.amiss;
