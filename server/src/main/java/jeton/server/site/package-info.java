/** Web sites the snippet is on, and where it and each form were last seen. */
package jeton.server.site;
