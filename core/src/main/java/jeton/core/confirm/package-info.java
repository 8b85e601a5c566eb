/** Rules S4 and S7: confirmation emails and links. */
package jeton.core.confirm;
