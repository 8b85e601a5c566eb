/** Emails to many at once (rules B): what they say, whom they are for, and their going out. */
package jeton.server.mailing;
