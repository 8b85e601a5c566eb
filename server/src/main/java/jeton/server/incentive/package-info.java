/**
 * The face that what an offer gives shows: granted, shown and asked after, whatever its kind (rules
 * G).
 */
package jeton.server.incentive;
