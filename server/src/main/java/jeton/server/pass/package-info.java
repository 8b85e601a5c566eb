/** Passes: links, limits and uses (rules P). */
package jeton.server.pass;
