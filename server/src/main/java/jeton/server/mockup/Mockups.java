package jeton.server.mockup;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Set;
import javax.imageio.ImageIO;
import jeton.server.business.Business;
import jeton.server.files.StoredFiles;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import org.springframework.stereotype.Service;

/** Makes mock-ups in the business's colours, as SVG and as PNG of twice the size. */
@Service
public class Mockups {
  private static final Set<String> DRAWABLE =
      Set.of("application/pdf", "image/png", "image/jpeg", "image/gif");
  private static final int IN_A_LOOK = 460;
  private static final int IN_A_PICTURE = 1000;
  private static final int TWICE = 2;
  private static final int MOST_AS_PNG = 400_000;
  private static final int WASH_ALPHA = 70;

  private final Offers offers;
  private final StoredFiles files;
  private final FirstPages firstPages;
  private final Business business;
  private final Cache<String, BufferedImage> drawn = Caffeine.newBuilder().maximumSize(4).build();

  Mockups(Offers offers, StoredFiles files, FirstPages firstPages, Business business) {
    this.offers = offers;
    this.files = files;
    this.firstPages = firstPages;
    this.business = business;
  }

  /** A file that one can be made from. */
  public record MockupSource(long fileId, String offer, String name) {}

  /** A design with the page in it. */
  public record MockupLook(String design, String words, String svg) {}

  /** One that was made: pictures by their content hash. */
  public record MockupMade(String svg, String png) {}

  /** What of the offers' files one can be made from. */
  public List<MockupSource> sources() {
    return offers.known().stream()
        .flatMap(
            offer ->
                offer.files().stream()
                    .filter(file -> DRAWABLE.contains(file.mediaType()))
                    .map(file -> new MockupSource(file.id(), offer.settings().name(), file.name())))
        .toList();
  }

  /** All designs with the first page of an offer's file in them. */
  public List<MockupLook> ofFile(long fileId) {
    return looks(hashOfFile(fileId));
  }

  /** All designs with a picture in them. */
  public List<MockupLook> ofPicture(String hash) {
    return looks(hashOfPicture(hash));
  }

  /** Makes one from an offer's file, and keeps it. */
  public MockupMade makeOfFile(long fileId, String design) {
    return make(hashOfFile(fileId), design);
  }

  /** Makes one from a picture, and keeps it. */
  public MockupMade makeOfPicture(String hash, String design) {
    return make(hashOfPicture(hash), design);
  }

  private String hashOfFile(long fileId) {
    return offers.known().stream()
        .flatMap(offer -> offer.files().stream())
        .filter(file -> file.id() == fileId)
        .map(Offer.OfferFile::hash)
        .findFirst()
        .orElseThrow(() -> new NotThere("This file"));
  }

  private String hashOfPicture(String hash) {
    return files.picture(hash).orElseThrow(() -> new NotThere("This picture")).hash();
  }

  private List<MockupLook> looks(String hash) {
    BufferedImage page = page(hash);
    String within = dataAddress(Easel.scaled(page, IN_A_LOOK));
    return Arrays.stream(Design.values())
        .map(design -> new MockupLook(design.name(), design.words(), svg(design, page, within)))
        .toList();
  }

  private MockupMade make(String hash, String name) {
    Design design =
        Arrays.stream(Design.values())
            .filter(one -> one.name().equals(name))
            .findFirst()
            .orElseThrow(() -> new NotThere("This design"));
    BufferedImage page = page(hash);
    String svg = svg(design, page, dataAddress(Easel.scaled(page, IN_A_PICTURE)));
    return new MockupMade(
        keep("mock-up.svg", svg.getBytes(StandardCharsets.UTF_8)),
        keep("mock-up.png", png(pixels(design, page))));
  }

  private String keep(String name, byte[] content) {
    return files.keepPicture(name, new ByteArrayInputStream(content)).hash();
  }

  private String svg(Design design, BufferedImage page, String within) {
    SvgPen pen = new SvgPen(within);
    design.draw(pen, scene(page));
    return pen.svg(Design.WIDTH, Design.HEIGHT);
  }

  private BufferedImage pixels(Design design, BufferedImage page) {
    PixelPen pen = new PixelPen(page, Design.WIDTH, Design.HEIGHT, TWICE);
    design.draw(pen, scene(page));
    return pen.drawn();
  }

  private Design.Scene scene(BufferedImage page) {
    List<String> palette = business.now().settings().palette();
    Color main = colour(palette, 0, "#16423C");
    Color accent = colour(palette, 1, "#B07A2A");
    Color third = colour(palette, 2, "#B07A2A");
    Color wash = new Color(third.getRed(), third.getGreen(), third.getBlue(), WASH_ALPHA);
    return new Design.Scene((double) page.getWidth() / page.getHeight(), main, accent, wash);
  }

  private static Color colour(List<String> palette, int place, String otherwise) {
    return Color.decode(place < palette.size() ? palette.get(place) : otherwise);
  }

  private BufferedImage page(String hash) {
    return drawn.get(hash, this::draw);
  }

  private BufferedImage draw(String hash) {
    return firstPages.of(files.open(hash));
  }

  private static byte[] png(BufferedImage image) {
    return written(image, "png");
  }

  /** A page of text as PNG, which keeps it sharp; a photograph as JPEG, which keeps it small. */
  private static String dataAddress(BufferedImage image) {
    byte[] sharp = written(image, "png");
    boolean photograph = sharp.length > MOST_AS_PNG;
    String type = photograph ? "jpeg" : "png";
    byte[] octets = photograph ? written(image, "jpg") : sharp;
    return "data:image/" + type + ";base64," + Base64.getEncoder().encodeToString(octets);
  }

  private static byte[] written(BufferedImage image, String format) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      ImageIO.write(image, format, out);
    } catch (IOException inMemory) {
      throw new UncheckedIOException(inMemory);
    }
    return out.toByteArray();
  }
}
