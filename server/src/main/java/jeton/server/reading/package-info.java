/** What is known of emails that were read: opens, clicks, and the links that tell. */
package jeton.server.reading;
