/** Quizzes: how answers lead to an outcome, and how evenly they do (rules Q). */
package jeton.core.quiz;
