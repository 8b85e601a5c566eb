/** The states a person passes through (rules S). */
package jeton.core.people;
