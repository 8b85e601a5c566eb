/** Sequences edited while people are on their way (rules T9 to T11, T14). */
package jeton.server.editing;
