/** What those who work here are told of, and how often (rules O). */
package jeton.core.notice;
