/** The description of the API. */
package jeton.server.apidoc;
