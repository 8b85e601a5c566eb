/** Tags: what the owner knows of people in a word or two, and their names wherever they stand. */
package jeton.server.tag;
