package jeton.server.quiz;

import jeton.core.incentive.Quiz;

/** A quiz as somebody was shown it: it never changes. */
record Edition(long id, long offerId, Quiz quiz) {}
