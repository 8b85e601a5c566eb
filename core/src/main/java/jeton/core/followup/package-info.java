/** Rules T: when the next email of a sequence is due. */
package jeton.core.followup;
