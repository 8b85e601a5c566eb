/** Rules P: passes, one person's right to one incentive. */
package jeton.core.handover;
