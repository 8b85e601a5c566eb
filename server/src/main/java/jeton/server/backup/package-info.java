/**
 * Back-ups made while Jeton runs, looked through, and put back: commands, no part of the server.
 */
package jeton.server.backup;
