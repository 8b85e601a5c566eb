/** Where the data lives: the private MariaDB, and how moments and documents go in and out. */
package jeton.server.database;
