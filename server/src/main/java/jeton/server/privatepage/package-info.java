/** Private pages: pieces to read, play and take away behind a pass (rules V). */
package jeton.server.privatepage;
