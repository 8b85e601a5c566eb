/** Emails to many at once (rules B), and two versions of one (rule X1). */
package jeton.core.mailing;
