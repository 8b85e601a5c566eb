package jeton.server.business;

import java.time.ZoneId;
import java.util.List;
import jeton.core.form.Drawing;
import jeton.core.form.FieldDefinition;
import jeton.server.files.StoredFiles;

/**
 * What there is to choose from, and how much of it: the interface asks, so that each list stands in
 * one place.
 *
 * @param zones IANA names, sorted
 * @param fields what every business can ask, before those of its own
 * @param drawings for forms
 * @param mostColours in a palette
 * @param mostFileOctets of a file that is handed over
 */
record Choices(
    List<String> zones,
    List<FieldDefinition> fields,
    List<Drawing> drawings,
    int mostColours,
    long mostFileOctets) {

  /** The same for every business. */
  static final Choices ALL =
      new Choices(
          ZoneId.getAvailableZoneIds().stream().filter(z -> z.contains("/")).sorted().toList(),
          FieldDefinition.BUILT_IN,
          Drawing.ALL,
          BusinessSettings.MOST_COLOURS,
          StoredFiles.MOST_FILE);
}
