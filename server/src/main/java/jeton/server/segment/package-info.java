/** Questions about people (rule L3), asked of the database. */
package jeton.server.segment;
