package jeton.server.figures;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import jeton.core.numbers.DayRange;
import jeton.server.business.Business;
import jeton.server.csv.CsvAnswer;
import jeton.server.numbers.Counting;
import jeton.server.numbers.Numbers;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/**
 * Numbers over HTTP. Days are the business's: from one to another, or the last so many; without
 * any, the last 28.
 */
@RestController
@RequestMapping("/api/numbers")
class FiguresApi {
  private final Figures figures;
  private final EmailFigures emails;
  private final Ideas ideas;
  private final Counting counting;
  private final Business business;
  private final Clock clock;

  FiguresApi(
      Figures figures,
      EmailFigures emails,
      Ideas ideas,
      Counting counting,
      Business business,
      Clock clock) {
    this.figures = figures;
    this.emails = emails;
    this.ideas = ideas;
    this.counting = counting;
    this.business = business;
    this.clock = clock;
  }

  /**
   * All of a range.
   *
   * @param before what it is compared with
   */
  record NumbersView(
      DayRange days,
      DayRange before,
      List<Figures.OfferFigures> offers,
      List<Figures.FormFigures> forms,
      List<Figures.DayFigures> signUps) {}

  @GetMapping
  NumbersView numbers(@ParameterObject RangeAsked asked) {
    DayRange range = asked.range(today());
    DayRange before = asked.before(range);
    Figures.Counted counted = figures.counted(range, before);
    return new NumbersView(
        range,
        before,
        figures.offers(counted),
        figures.forms(counted),
        figures.signUps(range, before));
  }

  private LocalDate today() {
    return LocalDate.ofInstant(clock.instant(), business.now().settings().zoneId());
  }

  @GetMapping("/emails")
  EmailFigures.EmailsView emails(@ParameterObject RangeAsked asked) {
    DayRange range = asked.range(today());
    return emails.of(range, asked.before(range));
  }

  @GetMapping("/emails.csv")
  void emailsCsv(@ParameterObject RangeAsked asked, HttpServletResponse response)
      throws IOException {
    DayRange range = asked.range(today());
    CsvAnswer.write(
        response,
        new CsvAnswer.Table(
            "emails.csv",
            List.of(
                "subject",
                "of",
                "from",
                "to",
                "sent",
                "refused or came back",
                "opened",
                "opened by machines alone",
                "clicked",
                "left",
                "replied",
                "complained")),
        emails.lines(range).stream()
            .map(
                e ->
                    List.<Object>of(
                        e.subject(),
                        e.of(),
                        range.from(),
                        range.to(),
                        e.fared().sent(),
                        e.fared().refused(),
                        e.fared().opened(),
                        e.fared().machineOpened(),
                        e.fared().clicked(),
                        e.fared().gone(),
                        e.fared().replied(),
                        e.fared().complained()))
            .toList());
  }

  @GetMapping("/offers.csv")
  void offersCsv(@ParameterObject RangeAsked asked, HttpServletResponse response)
      throws IOException {
    DayRange range = asked.range(today());
    CsvAnswer.write(
        response,
        new CsvAnswer.Table(
            "offers.csv",
            List.of(
                "offer",
                "from",
                "to",
                "seen",
                "signed up",
                "confirmed",
                "handed over",
                "used",
                "followed up")),
        figures.offers(figures.of(range)).stream()
            .map(o -> row(o.name(), range, o.track()))
            .toList());
  }

  private static List<Object> row(String name, DayRange days, Numbers.Track t) {
    return List.of(
        name,
        days.from(),
        days.to(),
        t.seen(),
        t.signedUp(),
        t.confirmed(),
        t.handedOver(),
        t.used(),
        t.followedUp());
  }

  @GetMapping("/forms.csv")
  void formsCsv(@ParameterObject RangeAsked asked, HttpServletResponse response)
      throws IOException {
    DayRange range = asked.range(today());
    CsvAnswer.write(
        response,
        new CsvAnswer.Table(
            "forms.csv",
            List.of("form", "offer", "from", "to", "views", "sign-ups", "things asked")),
        figures.forms(figures.of(range)).stream()
            .map(
                f ->
                    List.<Object>of(
                        f.name(),
                        f.offer(),
                        range.from(),
                        range.to(),
                        f.track().seen(),
                        f.track().signedUp(),
                        f.asks()))
            .toList());
  }

  @GetMapping("/worth-trying")
  Ideas.IdeasTold worthTrying() {
    return ideas.now(today());
  }

  @PutMapping("/worth-trying/{key}/hidden")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void hide(@PathVariable String key) {
    ideas.hide(key);
  }

  @DeleteMapping("/worth-trying/{key}/hidden")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void show(@PathVariable String key) {
    ideas.show(key);
  }

  /** Something was changed for it. */
  @PutMapping("/worth-trying/{key}/changed")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void follow(@PathVariable String key) {
    ideas.follow(key, today());
  }

  @DeleteMapping("/worth-trying/{key}/changed")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void forget(@PathVariable String key) {
    ideas.forget(key);
  }

  /** Makes all counts anew from what happened; it is done in the background. */
  @PostMapping("/recount")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void recount() {
    counting.again();
  }
}
