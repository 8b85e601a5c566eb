/** Telling other programs what happened (H1). */
package jeton.core.hook;
