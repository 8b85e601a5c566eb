/** Quizzes: questions that lead to an outcome (rules Q). */
package jeton.server.quiz;
