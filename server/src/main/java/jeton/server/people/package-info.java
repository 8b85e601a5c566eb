/** People: who gave an address, and where they stand. */
package jeton.server.people;
