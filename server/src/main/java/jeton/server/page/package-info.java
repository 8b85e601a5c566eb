/** Pages visitors meet, rendered on the server; they work without scripts. */
package jeton.server.page;
