/** Tags that what people do puts on them, and what follows from a tag. */
package jeton.server.tagging;
