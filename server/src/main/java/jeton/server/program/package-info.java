/** What programs may ask and tell about people, each with a key of Setup (H3). */
package jeton.server.program;
