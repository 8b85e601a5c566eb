package jeton.server.people;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.form.FieldDefinition;
import jeton.core.segment.Subject;
import jeton.server.business.Business;
import jeton.server.csv.CsvAnswer;
import org.springframework.stereotype.Component;

/** People as CSV (L5): a page at a time, however many there are; an import takes it as it is. */
@Component
public class PeopleExport {
  private static final int PAGE = 1000;
  private final People people;
  private final Business business;

  PeopleExport(People people, Business business) {
    this.people = people;
    this.business = business;
  }

  /** Writes those a filter finds. */
  public void write(People.Filter filter, HttpServletResponse response) throws IOException {
    List<FieldDefinition> fields = business.now().settings().fields();
    List<String> head =
        Stream.concat(
                Stream.of("email", "first_name", "state", "lists", "tags", "zone", "since", "from"),
                fields.stream().map(FieldDefinition::key))
            .toList();
    CsvAnswer.write(
        response,
        new CsvAnswer.Table("people.csv", head),
        below -> people.rowsOf(people.below(filter, below, PAGE)),
        row -> row.person().id(),
        row -> cells(row, fields));
  }

  private static List<?> cells(People.PersonRow row, List<FieldDefinition> fields) {
    List<Object> cells = new ArrayList<>();
    cells.add(row.person().email());
    cells.add(row.person().firstName());
    cells.add(Subject.nameOf(row.person().state()));
    cells.add(String.join("; ", row.lists()));
    cells.add(String.join("; ", row.tags()));
    cells.add(row.person().zone().orElse(""));
    cells.add(Optional.of(row.person().createdAt()).map(Object::toString).orElse(""));
    cells.add(row.source());
    fields.forEach(field -> cells.add(row.answers().getOrDefault(field.key(), "")));
    return cells;
  }
}
