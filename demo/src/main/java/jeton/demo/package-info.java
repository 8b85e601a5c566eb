/**
 * The demo: server and stand-ins in one process, a clock that can be moved, and a business to look
 * at.
 */
package jeton.demo;
