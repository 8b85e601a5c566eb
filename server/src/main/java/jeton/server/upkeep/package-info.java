/** What the install does for itself at night, as its owner sets it. */
package jeton.server.upkeep;
