/** Mock-ups: pictures of what an offer gives, made from its first page or any picture. */
package jeton.server.mockup;
