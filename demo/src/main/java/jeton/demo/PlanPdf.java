package jeton.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;

/** The first-notebook plan: two printed pages, drawn here. */
final class PlanPdf {
  private static final PDFont TEXT = new PDType1Font(Standard14Fonts.FontName.HELVETICA);
  private static final PDFont BOLD = new PDType1Font(Standard14Fonts.FontName.HELVETICA_BOLD);
  private static final float LEFT = 70;

  private PlanPdf() {}

  static byte[] draw() {
    try (PDDocument plan = new PDDocument();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      plan.getDocumentInformation().setTitle("Plan for a first notebook");
      page(
          plan,
          "Your first notebook",
          List.of(
              "You need: six sheets of A4, one sheet of card, a needle,",
              "a metre of waxed thread, something to pierce with.",
              "",
              "1. Fold the six sheets together once, along the dotted line.",
              "2. Fold the card and lay it around them.",
              "3. Pierce five holes along the fold: see the next page.",
              "4. Sew from the middle hole out, and back again.",
              "5. Tie a knot inside. Trim the pages with a long ruler."),
          false);
      page(
          plan,
          "Where the holes go",
          List.of("Lay the fold along this line. Pierce at each mark."),
          true);
      plan.save(out);
      return out.toByteArray();
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  private static void page(PDDocument plan, String heading, List<String> lines, boolean holes)
      throws IOException {
    PDPage page = new PDPage(PDRectangle.A4);
    plan.addPage(page);
    try (PDPageContentStream pen = new PDPageContentStream(plan, page)) {
      write(pen, BOLD, 26, 740, heading);
      float y = 690;
      for (String line : lines) {
        write(pen, TEXT, 13, y, line);
        y -= 24;
      }
      if (holes) {
        pen.moveTo(LEFT, 100);
        pen.lineTo(LEFT, 640);
        pen.stroke();
        for (int hole = 0; hole < 5; hole++) {
          pen.addRect(LEFT - 3, 130 + hole * 120, 6, 6);
          pen.fill();
        }
      }
      write(pen, TEXT, 9, 50, "Quire & Thread, 4 Gable Yard, Tillbrook");
    }
  }

  private static void write(PDPageContentStream pen, PDFont font, float size, float y, String text)
      throws IOException {
    pen.beginText();
    pen.setFont(font, size);
    pen.newLineAtOffset(LEFT, y);
    pen.showText(text);
    pen.endText();
  }
}
