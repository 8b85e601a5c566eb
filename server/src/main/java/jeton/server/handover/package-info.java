/** Handing over: passes given out, their pages and files. */
package jeton.server.handover;
