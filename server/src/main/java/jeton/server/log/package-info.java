/** What the log says, and of which request: never an address, never a token. */
package jeton.server.log;
