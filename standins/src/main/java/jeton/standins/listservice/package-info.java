/** A list service elsewhere, which people are handed on to. */
package jeton.standins.listservice;
