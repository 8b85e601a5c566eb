/**
 * What stands before every request: who may speak to us, under which name, and how long a body may
 * be.
 */
package jeton.server.request;
