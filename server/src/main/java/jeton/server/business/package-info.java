/** Who the business is and how its emails leave. */
package jeton.server.business;
