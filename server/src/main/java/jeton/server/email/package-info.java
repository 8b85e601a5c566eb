/** What emails are, how they are drawn, and what becomes of them at their readers. */
package jeton.server.email;
