/** Confirming: emails that ask, links that answer (rules S4, S7, S8). */
package jeton.server.confirm;
