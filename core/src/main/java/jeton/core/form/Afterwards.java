package jeton.core.form;

import java.util.List;
import java.util.Map;
import jeton.core.problem.Problems;

/**
 * What a form does after a sign-up.
 *
 * @param goesOn whether the visitor is led on to {@code address} instead of reading a message
 * @param message empty heading: what the offer's waiting page says
 * @param address https, of a host that is none of the owner's own in disguise
 * @param withFields keys of fields whose answers go along in the address
 * @param closesAfter seconds until an overlaying form closes by itself; 0: never
 * @param known what somebody already on the list is told (S6)
 * @param fieldErrors own words for a field's fault, by the field's key
 * @param wentWrong own words when the server cannot be reached; empty: ours
 */
public record Afterwards(
    boolean goesOn,
    PageWords message,
    String address,
    List<String> withFields,
    int closesAfter,
    KnownVisitor known,
    Map<String, String> fieldErrors,
    String wentWrong) {
  /** The offer's own words, until somebody closes it. */
  public static final Afterwards PLAIN =
      new Afterwards(
          false, new PageWords("", ""), "", List.of(), 0, KnownVisitor.NOT_TOLD, Map.of(), "");

  public Afterwards {
    address = address == null ? "" : address;
    withFields = withFields == null ? List.of() : List.copyOf(withFields);
    known = known == null ? KnownVisitor.NOT_TOLD : known;
    fieldErrors = fieldErrors == null ? Map.of() : Map.copyOf(fieldErrors);
    wentWrong = wentWrong == null ? "" : wentWrong;
  }

  /**
   * Notes what keeps this from being saved.
   *
   * @param ownHosts hosts of the business's sites, which no other may look like
   */
  void check(String path, List<String> ownHosts, Problems problems) {
    message.check(path + ".message", problems);
    known.check(path + ".known", problems);
    problems.when(
        closesAfter < 0 || closesAfter > 600,
        path + ".closesAfter",
        "out_of_range",
        "0 to 600 seconds.");
    problems.line(wentWrong, path + ".wentWrong", "The words", 300);
    fieldErrors.forEach(
        (key, words) -> problems.line(words, path + ".fieldErrors." + key, "The words", 200));
    if (goesOn) {
      WebAddress.fault(address, ownHosts)
          .ifPresent(fault -> problems.add(path + ".address", fault.code(), fault.message()));
    }
  }
}
