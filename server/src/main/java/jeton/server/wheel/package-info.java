/** Prize wheels: the draw, its limits and its stock, and what became of each spin (rules W). */
package jeton.server.wheel;
