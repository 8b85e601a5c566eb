/**
 * What is tried now and then rather than with every test: it takes root, other versions or long.
 * Each is run by {@code ./jeton drill NAME} and prints what it saw.
 */
package jeton.drill;
