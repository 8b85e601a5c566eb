/** Tables to take along (rule L5). */
package jeton.server.csv;
