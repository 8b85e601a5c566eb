/** Files and pictures, kept by content hash. */
package jeton.server.files;
