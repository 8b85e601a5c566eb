package jeton.server.quiz;

import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Path2D;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;

/**
 * Words as outlines, from a typeface that ships with the application: a server need not have any.
 */
final class Lettering {
  private static final String TYPEFACE =
      "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";
  private final TrueTypeFont typeface;
  private final CmapLookup characters;

  Lettering() {
    try (InputStream in = PDDocument.class.getResourceAsStream(TYPEFACE)) {
      typeface = new TTFParser().parse(new RandomAccessReadBuffer(in));
      characters = typeface.getUnicodeCmapLookup();
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  /** Width of a line. */
  double width(String line, double size) {
    try {
      double units = 0;
      for (int character : line.codePoints().toArray()) {
        units += typeface.getAdvanceWidth(glyph(character));
      }
      return units * size / typeface.getUnitsPerEm();
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  /** A line from this point of its baseline on. */
  Shape line(String line, double x, double y, double size) {
    Path2D whole = new Path2D.Double();
    double at = x;
    try {
      double scale = size / typeface.getUnitsPerEm();
      for (int character : line.codePoints().toArray()) {
        int glyph = glyph(character);
        var outline = typeface.getGlyph().getGlyph(glyph);
        if (outline != null) {
          AffineTransform placed = AffineTransform.getTranslateInstance(at, y);
          placed.scale(scale, -scale);
          whole.append(placed.createTransformedShape(outline.getPath()), false);
        }
        at += typeface.getAdvanceWidth(glyph) * scale;
      }
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
    return whole;
  }

  /** What the typeface does not have is left out. */
  private int glyph(int character) {
    return characters.getGlyphId(character);
  }

  /**
   * Words in lines.
   *
   * @param most lines; what does not fit ends in an ellipsis
   */
  List<String> lines(String words, double size, double width, int most) {
    List<String> lines = new ArrayList<>();
    String line = "";
    for (String word : words.strip().split("\\s+")) {
      String longer = line.isEmpty() ? word : line + " " + word;
      if (!line.isEmpty() && width(longer, size) > width) {
        lines.add(line);
        line = word;
      } else {
        line = longer;
      }
    }
    lines.add(line);
    if (lines.size() > most) {
      String last = lines.get(most - 1);
      return List.copyOf(concat(lines.subList(0, most - 1), cut(last + " …", size, width)));
    }
    return lines.stream().map(one -> cut(one, size, width)).toList();
  }

  private static List<String> concat(List<String> some, String last) {
    List<String> all = new ArrayList<>(some);
    all.add(last);
    return all;
  }

  private String cut(String line, double size, double width) {
    String cut = line;
    while (cut.length() > 2 && width(cut, size) > width) {
      cut = cut.substring(0, cut.length() - 2).stripTrailing() + "…";
    }
    return cut;
  }
}
