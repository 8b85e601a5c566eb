/** How the process itself fares: health by its parts, and measures for whoever watches it. */
package jeton.server.watch;
