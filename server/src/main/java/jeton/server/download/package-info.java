/** Downloads: files to take away. */
package jeton.server.download;
