package jeton.core.form;

/**
 * A box the visitor ticks (rule S10: the exact wording is kept with each sign-up).
 *
 * @param shown whether the form has one
 * @param required whether a sign-up needs it ticked
 */
public record ConsentBox(boolean shown, boolean required, String wording) {}
