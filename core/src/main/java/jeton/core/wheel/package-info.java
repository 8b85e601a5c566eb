/** Prize wheels: chances, limits, and what spins cost (rules W). */
package jeton.core.wheel;
