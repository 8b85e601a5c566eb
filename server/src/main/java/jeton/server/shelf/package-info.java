/** Shelves: folders and buckets, in which things are kept by name, whole or not at all. */
package jeton.server.shelf;
