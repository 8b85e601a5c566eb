package jeton.server.segment;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import jeton.core.people.TagName;
import jeton.core.segment.Asking;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Days;
import jeton.core.segment.FieldKind;
import jeton.core.segment.Numbers;
import jeton.core.segment.PlainText;
import jeton.core.segment.Subject;
import jeton.server.database.Utc;

/**
 * A question as a condition on {@code person p}. Sets of people are named by what is indexed
 * ({@code p.id IN (…)}), so that the database may look them up or gather them once, whichever costs
 * less. No part of it is ever NULL: its opposite is what NOT makes of it.
 */
public final class CriterionSql {
  private static final String AMONG = "p.id IN (";
  private static final String NOBODY = "1 = 0";
  private static final String EVERYBODY = "1 = 1";
  private static final String SENT = "('SENT')";
  private static final String FAILED = "('REFUSED', 'GIVEN_UP')";
  private static final Pattern EMAIL = Pattern.compile("([em])([0-9]{1,18})");
  private static final Pattern OF_OFFER = Pattern.compile("([0-9]{1,18}):(.{1,20})");
  private static final Pattern NUMBER = Pattern.compile("[0-9]{1,18}");
  private static final String IS_NUMBER = "^[+-]?[0-9]{1,30}([.][0-9]{1,30})?$";

  private final Asking asking;
  private final String prefix;
  private final Map<String, Object> params = new HashMap<>();

  private CriterionSql(Asking asking, String prefix) {
    this.asking = asking;
    this.prefix = prefix;
  }

  /** A condition, and what its names stand for. */
  public record Where(String sql, Map<String, Object> params) {}

  /**
   * A question as it is asked now.
   *
   * @param prefix of its parameters' names, so that several fit into one statement
   */
  public static Where of(Criterion question, Asking asking, String prefix) {
    CriterionSql sql = new CriterionSql(asking, prefix);
    return new Where(sql.write(question), sql.params);
  }

  /**
   * The people a condition's plain comparison holds for, as a set of bits: words of 64 people each,
   * by their numbers. Gathering a large set this way costs a fraction of asking for each of a
   * million people whether they are in it.
   */
  static Where bits(Criterion.Condition condition, Asking asking) {
    CriterionSql sql = new CriterionSql(asking, "b");
    String plain = sql.plain(condition);
    boolean isSet = plain.startsWith(AMONG);
    String people =
        isSet
            ? plain.substring(AMONG.length(), plain.length() - 1)
            : "SELECT p.id AS person_id FROM person p WHERE " + plain;
    return new Where(
        "SELECT person_id DIV 64 AS word, CAST(BIT_OR(1 << (person_id MOD 64)) AS SIGNED) AS bits FROM ("
            + people
            + ") people GROUP BY word",
        sql.params);
  }

  private String write(Criterion question) {
    return question instanceof Criterion.Group group
        ? write(group)
        : write((Criterion.Condition) question);
  }

  private String write(Criterion.Group group) {
    List<String> parts = group.parts().stream().map(this::write).toList();
    return switch (group.match()) {
      case ALL -> parts.isEmpty() ? EVERYBODY : joined(parts, " AND ");
      case ANY -> parts.isEmpty() ? NOBODY : joined(parts, " OR ");
      case NONE -> parts.isEmpty() ? EVERYBODY : "NOT " + joined(parts, " OR ");
    };
  }

  private static String joined(List<String> parts, String by) {
    return parts.stream().collect(Collectors.joining(by, "(", ")"));
  }

  private String write(Criterion.Condition condition) {
    String plain = plain(condition);
    return condition.op().isOpposite() ? "NOT (" + plain + ")" : plain;
  }

  private String plain(Criterion.Condition c) {
    return switch (c.what()) {
      case STATE ->
          Subject.stateOf(c.must()).map(state -> "p.state = " + param(state.name())).orElse(NOBODY);
      case LIST -> id(c, "SELECT person_id FROM list_member WHERE left_at IS NULL", "list_id");
      case TAG ->
          among(
              "SELECT person_id FROM person_tag WHERE TRUE"
                  + c.value()
                      .map(
                          tag ->
                              " AND tag_key = (SELECT tag_key FROM tag_name WHERE name_key = "
                                  + param(TagName.key(tag))
                                  + ")")
                      .orElse(""));
      case PASS_USED ->
          id(c, "SELECT person_id FROM pass WHERE first_used_at IS NOT NULL", "offer_id");
      case CODE_USED ->
          id(c, "SELECT person_id FROM coupon_grant WHERE used_at IS NOT NULL", "offer_id");
      case BOUGHT -> happened(c, "SELECT person_id FROM purchase WHERE TRUE", "id", "at");
      case OUTCOME ->
          ofOffer(
              c,
              "SELECT person_id FROM result WHERE offer_id IN (SELECT id FROM offer WHERE kind = 'QUIZ')",
              "result");
      case PRIZE -> ofOffer(c, "SELECT person_id FROM spin WHERE won AND state = 'GIVEN'", "slice");
      case PIECE_OPENED -> ofOffer(c, "SELECT person_id FROM page_progress WHERE TRUE", "piece");
      case SIGNED_UP -> happened(c, "SELECT person_id FROM sign_up WHERE TRUE", "offer_id", "at");
      case CONFIRMED ->
          happened(
              c,
              "SELECT person_id FROM sign_up WHERE confirmed_at IS NOT NULL",
              "offer_id",
              "confirmed_at");
      case EMAIL_SENT -> email(c, "", "o.settled_at");
      case EMAIL_OPENED -> email(c, "r.opened_at", "r.opened_at");
      case EMAIL_CLICKED -> email(c, "r.clicked_at", "r.clicked_at");
      case EMAIL_LEFT -> email(c, "r.left_at", "r.left_at");
      case EMAIL_CAME_BACK -> email(c, FAILED, "", "o.settled_at");
      case SINCE ->
          "(p.listed_since IS NOT NULL AND " + moment("p.listed_since", c.op(), c.must()) + ")";
      case FROM_FORM -> text(c, "p.from_form");
      case FROM_SITE -> text(c, "p.from_site");
      case FROM_CAMPAIGN -> text(c, "p.from_campaign");
      case ZONE -> text(c, "p.zone");
      case FIELD -> field(c);
    };
  }

  private String id(Criterion.Condition c, String people, String column) {
    if (c.value().isEmpty()) {
      return among(people);
    }
    return number(c.must())
        .map(id -> among(people + " AND " + column + " = " + param(id)))
        .orElse(NOBODY);
  }

  /** Keys of an offer's own: its number, a colon, the key. */
  private String ofOffer(Criterion.Condition c, String people, String column) {
    if (c.value().isEmpty()) {
      return among(people);
    }
    Matcher key = OF_OFFER.matcher(c.must());
    return key.matches()
        ? among(
            people
                + " AND offer_id = "
                + param(Long.valueOf(key.group(1)))
                + " AND "
                + column
                + " = "
                + param(key.group(2)))
        : NOBODY;
  }

  private String happened(Criterion.Condition c, String people, String idColumn, String at) {
    String when = when(c, at);
    if (c.value().isEmpty()) {
      return among(people + when);
    }
    return number(c.must())
        .map(id -> among(people + " AND " + idColumn + " = " + param(id) + when))
        .orElse(NOBODY);
  }

  private String when(Criterion.Condition c, String at) {
    return c.when().map(when -> " AND " + moment(at, when.op(), when.value())).orElse("");
  }

  /** Emails of sequences are known as e and a number, emails to many as m and a number. */
  private String email(Criterion.Condition c, String mustBe, String at) {
    return email(c, SENT, mustBe, at);
  }

  private String email(Criterion.Condition c, String states, String mustBe, String at) {
    String readings =
        mustBe.isEmpty()
            ? ""
            : " JOIN email_reading r ON r.outbox_id = o.id AND " + mustBe + " IS NOT NULL";
    String which = " ";
    if (c.value().isPresent()) {
      Matcher email = EMAIL.matcher(c.must());
      if (!email.matches()) {
        return NOBODY;
      }
      String id = param(Long.valueOf(email.group(2)));
      which =
          email.group(1).equals("e")
              ? " JOIN step t ON t.id = o.step_id AND t.email_id = " + id
              : " JOIN issue i ON i.id = o.issue_id AND i.mailing_id = " + id;
    }
    return among(
        "SELECT o.person_id FROM outbox o"
            + which
            + readings
            + " WHERE o.state IN "
            + states
            + when(c, at));
  }

  private String field(Criterion.Condition c) {
    if (c.field().equals("first_name")) {
      return text(c, "p.first_name");
    }
    if (c.field().equals("email")) {
      return text(c, "p.email");
    }
    String answered =
        "SELECT person_id FROM person_answer WHERE answer_key <> '' AND field_key = "
            + param(c.field());
    Comparison op = c.op().plain();
    if (op == Comparison.EMPTY) {
      return "NOT (" + among(answered) + ")";
    }
    FieldKind kind = asking.fields().of(c.field()).orElse(FieldKind.TEXT);
    return switch (kind) {
      case TEXT, CHOICE -> among(answered + " AND " + compared(op, "answer_key", c.must()));
      case SEVERAL ->
          among(
              answered
                  + " AND INSTR(CONCAT('; ', answer_key, ';'), CONCAT('; ', "
                  + param(PlainText.of(c.must()))
                  + ", ';')) > 0");
      case NUMBER -> number(answered, op, c.must());
      case DATE -> among(answered + " AND " + day("answer_key", op, c.must()));
    };
  }

  private String number(String answered, Comparison op, String value) {
    Optional<BigDecimal> number = Numbers.of(value);
    if (number.isEmpty()) {
      return NOBODY;
    }
    String sign = op == Comparison.MORE ? " > " : op == Comparison.LESS ? " < " : " = ";
    return among(
        answered
            + " AND answer_key REGEXP '"
            + IS_NUMBER
            + "' AND CAST(answer_key AS DECIMAL(60, 30))"
            + sign
            + param(number.get()));
  }

  /** A text column of the person's, empty where it is null. */
  private String text(Criterion.Condition c, String column) {
    String plain =
        "LOWER(TRIM(CONVERT(COALESCE(" + column + ", '') USING utf8mb4))) COLLATE utf8mb4_bin";
    return c.op().plain() == Comparison.EMPTY
        ? plain + " = ''"
        : "(" + plain + " <> '' AND " + compared(c.op().plain(), plain, c.must()) + ")";
  }

  private String compared(Comparison op, String column, String value) {
    String text = param(PlainText.of(value));
    return op == Comparison.CONTAINS
        ? "INSTR(" + column + ", " + text + ") > 0"
        : column + " = " + text;
  }

  /** A local date written as ISO 8601, whose order is the texts'. */
  private String day(String column, Comparison op, String value) {
    if (op == Comparison.WITHIN_DAYS) {
      return Days.count(value)
          .map(
              n ->
                  column
                      + " BETWEEN "
                      + param(asking.firstOf(n).toString())
                      + " AND "
                      + param(asking.today().toString()))
          .orElse(NOBODY);
    }
    String sign = op == Comparison.BEFORE ? " < " : op == Comparison.AFTER ? " > " : " = ";
    return Days.of(value).map(day -> column + sign + param(day.toString())).orElse(NOBODY);
  }

  /** A moment held against local days of the business. */
  private String moment(String column, Comparison op, String value) {
    return switch (op) {
      case BEFORE -> Days.of(value).map(day -> column + " < " + start(day)).orElse(NOBODY);
      case AFTER ->
          Days.of(value).map(day -> column + " >= " + start(day.plusDays(1))).orElse(NOBODY);
      case WITHIN_DAYS ->
          Days.count(value)
              .map(
                  n ->
                      column
                          + " >= "
                          + start(asking.firstOf(n))
                          + " AND "
                          + column
                          + " < "
                          + start(asking.today().plusDays(1)))
              .orElse(NOBODY);
      default -> NOBODY;
    };
  }

  private String start(LocalDate day) {
    Instant start = day.atStartOfDay(asking.zone()).toInstant();
    return param(Utc.bind(start));
  }

  private static String among(String people) {
    return AMONG + people + ")";
  }

  private static Optional<Long> number(String text) {
    return NUMBER.matcher(text).matches() ? Optional.of(Long.valueOf(text)) : Optional.empty();
  }

  private String param(Object value) {
    String name = prefix + params.size();
    params.put(name, value);
    return ":" + name;
  }
}
