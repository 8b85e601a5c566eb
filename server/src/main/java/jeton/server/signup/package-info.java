/** Sign-ups (rules S). */
package jeton.server.signup;
