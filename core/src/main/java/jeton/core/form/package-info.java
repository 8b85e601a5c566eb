/** Forms: what they ask, and how they look. */
package jeton.core.form;
