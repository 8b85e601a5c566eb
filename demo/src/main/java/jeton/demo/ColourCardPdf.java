package jeton.demo;

import java.awt.Color;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.TreeMap;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;

/** The colour card of the marbling course: one printed page, drawn here. */
final class ColourCardPdf {
  private static final PDFont TEXT = new PDType1Font(Standard14Fonts.FontName.HELVETICA);
  private static final Map<String, Color> COLOURS =
      new TreeMap<>(
          Map.of(
              "Brass, one part to six of water", new Color(0xB07A2A),
              "Brick, one part to five", new Color(0xA8402D),
              "Moss, one part to eight", new Color(0x16423C),
              "Sage, moss again with white", new Color(0x6F8F83),
              "Straw, for the ground", new Color(0xE6D9BC)));

  private ColourCardPdf() {}

  static byte[] draw() {
    try (PDDocument card = new PDDocument();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      card.getDocumentInformation().setTitle("Colour card for marbling");
      PDPage page = new PDPage(PDRectangle.A5);
      card.addPage(page);
      try (PDPageContentStream pen = new PDPageContentStream(card, page)) {
        write(pen, 20, 530, "Colour card for marbling");
        float y = 440;
        for (Map.Entry<String, Color> colour : COLOURS.entrySet()) {
          pen.setNonStrokingColor(colour.getValue());
          pen.addRect(40, y, 110, 60);
          pen.fill();
          pen.setNonStrokingColor(Color.BLACK);
          write(pen, 11, y + 26, colour.getKey());
          y -= 80;
        }
      }
      card.save(out);
      return out.toByteArray();
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  private static void write(PDPageContentStream pen, float size, float y, String text)
      throws IOException {
    pen.beginText();
    pen.setFont(TEXT, size);
    pen.newLineAtOffset(size > 12 ? 40 : 170, y);
    pen.showText(text);
    pen.endText();
  }
}
