/** Everything about one person, read and changed across rooms: history, notes, merging, erasing. */
package jeton.server.dossier;
