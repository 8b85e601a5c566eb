/**
 * Leaving, blocked, unreachable and reachable again: everything that stops or resumes emails to
 * somebody.
 */
package jeton.server.leaving;
