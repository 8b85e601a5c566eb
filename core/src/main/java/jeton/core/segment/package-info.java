/** Questions about people, kept as segments (rule L3). */
package jeton.core.segment;
