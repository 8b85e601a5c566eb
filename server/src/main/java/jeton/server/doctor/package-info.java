/** What is wrong with an install, and how to cure it; works where the server itself does not. */
package jeton.server.doctor;
