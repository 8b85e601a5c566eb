/** Addresses with a key, for calendars and spreadsheets (H3). */
package jeton.server.sharing;
