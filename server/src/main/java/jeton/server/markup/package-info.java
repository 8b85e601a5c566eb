/** The body of an email, drawn: framed or as a plain letter, in the dark, and as plain text. */
package jeton.server.markup;
