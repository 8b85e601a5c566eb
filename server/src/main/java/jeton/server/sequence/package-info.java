/** Sequences: emails with their waits, what starts them, what they follow (rules T). */
package jeton.server.sequence;
