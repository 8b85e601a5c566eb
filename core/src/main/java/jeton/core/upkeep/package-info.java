/**
 * What an install does for itself at night: back-ups, and forgetting what is not needed for ever.
 */
package jeton.core.upkeep;
