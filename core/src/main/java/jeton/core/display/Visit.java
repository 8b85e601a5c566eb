package jeton.core.display;

import java.util.Map;
import java.util.Set;

/**
 * What the script tells of a visitor and the page they are on. Anybody can tell anything: nothing
 * but which form shows may hang on it.
 *
 * @param url the page's whole address
 * @param referrer where they came from; empty when not known
 * @param campaign campaign tags, joined
 * @param returning whether they were here before this visit
 * @param pages pages seen this visit, this one included
 * @param signedUpFor keys of offers they signed up for
 * @param past what they went through with each form, by its key
 */
public record Visit(
    String url,
    String referrer,
    String campaign,
    boolean returning,
    int pages,
    boolean mobile,
    Set<String> signedUpFor,
    Map<String, Frequency.Past> past) {}
