/** What those who work here are told of, at once or in digests (rules O). */
package jeton.server.notice;
