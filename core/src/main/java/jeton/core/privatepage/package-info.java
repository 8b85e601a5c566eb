/** Private pages: their pieces, when these open, and what of a recording was played (rules V). */
package jeton.core.privatepage;
