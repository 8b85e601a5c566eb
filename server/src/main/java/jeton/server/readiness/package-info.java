/** What would go wrong with an offer as it stands. */
package jeton.server.readiness;
