/**
 * What an offer gives: one record of settings per kind, and the parts a visitor is shown (rules G).
 */
package jeton.core.incentive;
