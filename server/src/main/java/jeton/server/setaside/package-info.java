/** Runs and starts that could not be dealt with: shown, and tried again. */
package jeton.server.setaside;
