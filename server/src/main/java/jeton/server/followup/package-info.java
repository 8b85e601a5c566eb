/** Follow-ups: sequences of timed emails, and peoples ways through them (rules T). */
package jeton.server.followup;
