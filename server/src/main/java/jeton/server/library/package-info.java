/** All emails with where each is used, layouts, and emails brought in and taken out. */
package jeton.server.library;
