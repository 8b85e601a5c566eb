/** Feeds of other sites, read for emails to many (rule B7). */
package jeton.server.feed;
