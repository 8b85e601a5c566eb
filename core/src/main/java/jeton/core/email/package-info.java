/** Rules F: what an email is and what it says. */
package jeton.core.email;
