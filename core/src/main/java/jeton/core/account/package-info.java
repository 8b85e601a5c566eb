/** How signing in is slowed down. */
package jeton.core.account;
