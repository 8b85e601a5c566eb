/** The owners view: offers with their tracks, and Today. */
package jeton.server.track;
