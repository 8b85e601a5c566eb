package jeton.server.feed;

import java.time.Instant;
import java.util.Optional;

/**
 * An entry of a feed, in plain words.
 *
 * @param link an http(s) address; empty when it has none
 * @param about its first words; may be empty
 */
public record FeedEntry(String id, String title, String link, String about, Optional<Instant> at) {}
