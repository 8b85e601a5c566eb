/** What can go wrong with a request, and how it is told. */
package jeton.server.problem;
