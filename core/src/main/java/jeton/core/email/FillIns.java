package jeton.core.email;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The fill-ins an owner may write: those there always are, and the business's own fields (F1). */
public record FillIns(List<FillIn> all) {
  /** Those there always are. */
  public static final FillIns USUAL =
      new FillIns(
          List.of(FillIn.FIRST_NAME, FillIn.EMAIL, FillIn.OFFER_NAME, FillIn.BUSINESS_NAME));

  private static final Pattern QUESTION = Pattern.compile("answer_[a-z0-9]{1,12}");

  private static final List<FillIn> LINKS =
      List.of(FillIn.CONFIRM_LINK, FillIn.PASS_LINK, FillIn.LEAVE_LINK);

  public FillIns {
    all = List.copyOf(all);
  }

  /**
   * An owner's words for when a fill-in is not known, and the usual ones where the owner never
   * chose any. Words cleared on purpose stay cleared.
   */
  public static Map<String, String> withUsualWords(Map<String, String> chosen) {
    Map<String, String> words = new HashMap<>(chosen);
    USUAL.all.stream()
        .filter(FillIn::mayBeUnknown)
        .forEach(fillIn -> words.putIfAbsent(fillIn.key(), fillIn.usualWords()));
    return words;
  }

  /** What is usually said where a fill-in is not known; empty where no words fit. */
  public static String usualWords(String key) {
    return USUAL.of(key).map(FillIn::usualWords).orElse("");
  }

  /**
   * Words for what is not known, with those that are known of everybody who reads taken for said.
   */
  public static Map<String, String> allSaid(Map<String, String> whenUnknown, List<FillIn> given) {
    Map<String, String> words = new HashMap<>(whenUnknown);
    given.stream()
        .filter(fillIn -> !fillIn.mayBeUnknown())
        .forEach(fillIn -> words.put(fillIn.key(), fillIn.label()));
    return words;
  }

  /** These and others. */
  public FillIns and(List<FillIn> others) {
    return new FillIns(Stream.concat(all.stream(), others.stream()).toList());
  }

  /** The one of a name. */
  public Optional<FillIn> of(String key) {
    return all.stream()
        .filter(fillIn -> fillIn.key().equals(key))
        .findFirst()
        // Which questions a quiz has is known where it is given: elsewhere they have no answer.
        .or(
            () ->
                QUESTION.matcher(key).matches()
                    ? Optional.of(FillIn.answer(key, key))
                    : Optional.empty());
  }

  /**
   * What a name stands for when an email is written: an email outlives the fields it names, and
   * goes on with the answers there are.
   */
  static FillIn whenWriting(String key) {
    return Stream.concat(USUAL.all.stream(), LINKS.stream())
        .filter(fillIn -> fillIn.key().equals(key))
        .findFirst()
        // Whole addresses that a kind of offer knows: they land as they are.
        .orElseGet(() -> key.endsWith("_link") ? FillIn.link(key, key) : FillIn.answer(key, key));
  }
}
