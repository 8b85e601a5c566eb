/** Tells the script on a site which forms to show, and the owner why. */
package jeton.server.display;
