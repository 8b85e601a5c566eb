/** Numbers as their owner looks at them: ranges compared, and what is worth trying (rules N). */
package jeton.server.figures;
