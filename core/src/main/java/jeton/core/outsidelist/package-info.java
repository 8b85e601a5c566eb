/** Handing people on to a list service elsewhere (H2). */
package jeton.core.outsidelist;
