/** What happened, told to other programs at their addresses (H1). */
package jeton.server.hook;
