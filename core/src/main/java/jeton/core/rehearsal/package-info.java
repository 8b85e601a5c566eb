/** A made-up visitor goes through a configuration on a clock of its own. */
package jeton.core.rehearsal;
