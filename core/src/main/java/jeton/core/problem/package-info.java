/** What is wrong with something an owner or a visitor gave, in words for them. */
package jeton.core.problem;
