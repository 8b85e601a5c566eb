/** What the owner sees first. */
package jeton.server.today;
