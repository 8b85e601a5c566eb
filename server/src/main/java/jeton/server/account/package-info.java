/** Who may work here, and the interface they work with. */
package jeton.server.account;
