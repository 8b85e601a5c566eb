package jeton.server.mockup;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.File;
import java.io.IOException;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/**
 * Draws the first page of a PDF, or a picture, as a PNG. It runs as a process of its own, with
 * little memory and little time: what is in the file comes from somewhere else, and a page can be
 * made that never ends. Nothing in it is run and nothing fetched.
 */
final class Easel {
  /** Pixels of the longer side that is drawn. */
  static final int LONG_SIDE = 1400;

  private static final float POINTS_PER_INCH = 72;
  private static final int MOST_STEP = 64;

  private Easel() {}

  /**
   * The process's main.
   *
   * @param arguments the file, where the PNG goes
   */
  public static void main(String[] arguments) throws IOException {
    File from = new File(arguments[0]);
    BufferedImage drawn = isPdf(from) ? page(from) : picture(from);
    if (drawn == null || !ImageIO.write(drawn, "png", new File(arguments[1]))) {
      System.exit(2);
    }
  }

  private static boolean isPdf(File file) throws IOException {
    try (var in = new java.io.FileInputStream(file)) {
      // Some programs write a few lines of their own before it (ISO 32000-1, note of annex H).
      return new String(in.readNBytes(1024), java.nio.charset.StandardCharsets.ISO_8859_1)
          .contains("%PDF-");
    }
  }

  private static BufferedImage page(File file) throws IOException {
    try (PDDocument pdf = Loader.loadPDF(file, IOUtils.createTempFileOnlyStreamCache())) {
      PDRectangle box = pdf.getPage(0).getCropBox();
      float longSide = Math.max(box.getWidth(), box.getHeight());
      if (longSide < 1) {
        return null;
      }
      PDFRenderer renderer = new PDFRenderer(pdf);
      renderer.setSubsamplingAllowed(true);
      return renderer.renderImageWithDPI(0, LONG_SIDE / longSide * POINTS_PER_INCH, ImageType.RGB);
    }
  }

  private static BufferedImage picture(File file) throws IOException {
    try (ImageInputStream in = ImageIO.createImageInputStream(file)) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        return null;
      }
      ImageReader reader = readers.next();
      reader.setInput(in, true, true);
      int longSide = Math.max(reader.getWidth(0), reader.getHeight(0));
      ImageReadParam every = reader.getDefaultReadParam();
      int step = Math.min(MOST_STEP, Math.max(1, longSide / (2 * LONG_SIDE)));
      every.setSourceSubsampling(step, step, 0, 0);
      return scaled(reader.read(0, every), LONG_SIDE);
    }
  }

  /** On white, with its longer side of so many pixels at most. */
  static BufferedImage scaled(BufferedImage image, int longSide) {
    double scale = Math.min(1, (double) longSide / Math.max(image.getWidth(), image.getHeight()));
    int width = Math.max(1, (int) Math.round(image.getWidth() * scale));
    int height = Math.max(1, (int) Math.round(image.getHeight() * scale));
    BufferedImage scaled = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    Graphics2D pen = scaled.createGraphics();
    pen.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
    pen.setColor(java.awt.Color.WHITE);
    pen.fillRect(0, 0, width, height);
    pen.drawImage(image, 0, 0, width, height, null);
    pen.dispose();
    return scaled;
  }
}
