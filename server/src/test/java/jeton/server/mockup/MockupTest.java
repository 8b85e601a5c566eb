package jeton.server.mockup;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import jeton.core.offer.OfferKind;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferFiles;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionJavaScript;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.JsonNode;

/** Mock-ups over HTTP, of ordinary files and of hostile ones. */
class MockupTest {
  private static final Color BRICK = new Color(0xA8402D);
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();
  private final SampleOffer offer = new SampleOffer(OfferKind.PRIVATE_PAGE, s -> s);

  /** A page that is brick red all over. */
  private static void redPage(PDDocument pdf, PDRectangle size) throws IOException {
    PDPage page = new PDPage(size);
    pdf.addPage(page);
    try (PDPageContentStream pen = new PDPageContentStream(pdf, page)) {
      pen.setNonStrokingColor(BRICK);
      pen.addRect(0, 0, size.getWidth(), size.getHeight());
      pen.fill();
    }
  }

  private static byte[] bytes(PDDocument pdf) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    pdf.save(out);
    return out.toByteArray();
  }

  private static byte[] plain() throws IOException {
    try (PDDocument pdf = new PDDocument()) {
      redPage(pdf, PDRectangle.A4);
      return bytes(pdf);
    }
  }

  private long add(String name, byte[] content) {
    Offer now =
        server.bean(OfferFiles.class).addFile(offer.id, name, new ByteArrayInputStream(content));
    return now.files().get(now.files().size() - 1).id();
  }

  private Http.Answer make(long fileId, Design design) {
    return owner.json(
        "POST", "/api/mockups", Map.of("from", Map.of("fileId", fileId), "design", design.name()));
  }

  private BufferedImage png(Http.Answer made) throws IOException {
    byte[] png = owner.get("/pictures/" + made.json().get("png").asString()).bytes();
    return ImageIO.read(new ByteArrayInputStream(png));
  }

  @ParameterizedTest
  @EnumSource
  void eachDesign_showsThePage_asDrawingAndInPixelsOfTwiceTheSize(Design design) throws Exception {
    Http.Answer made = make(add("plan.pdf", plain()), design);
    assertThat(made.status()).as(made.body()).isEqualTo(200);
    BufferedImage png = png(made);
    assertThat(png.getWidth()).isEqualTo(2 * Design.WIDTH);
    assertThat(png.getHeight()).isEqualTo(2 * Design.HEIGHT);
    assertThat(new Color(png.getRGB(920, 640))).as("the page, on the right").isEqualTo(BRICK);
    assertThat(png.getRGB(2, 2) >>> 24).as("nothing around it").isZero();
    byte[] svg = owner.get("/pictures/" + made.json().get("svg").asString()).bytes();
    var drawing =
        DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(new ByteArrayInputStream(svg));
    assertThat(drawing.getElementsByTagName("image").getLength()).isEqualTo(1);
    String text = new String(svg, StandardCharsets.UTF_8);
    assertThat(text)
        .contains("data:image/png;base64,")
        .doesNotContain("http://127", "<script", "NaN");
  }

  @Test
  void theDesigns_areToBeChosenFrom_withThePageInThem() throws Exception {
    long file = add("plan.pdf", plain());
    JsonNode looks = owner.json("POST", "/api/mockups/looks", Map.of("fileId", file)).json();
    Set<String> drawings = new HashSet<>();
    looks.forEach(look -> drawings.add(look.get("svg").asString()));
    assertThat(drawings).hasSizeGreaterThanOrEqualTo(5);
    assertThat(owner.get("/api/mockups/sources").body()).contains("\"fileId\":" + file);
  }

  @Test
  void aPicture_makesOneToo_howeverLarge() throws Exception {
    BufferedImage wide = new BufferedImage(3000, 1000, BufferedImage.TYPE_INT_RGB);
    for (int x = 0; x < wide.getWidth(); x++) {
      for (int y = 0; y < wide.getHeight(); y++) {
        wide.setRGB(x, y, BRICK.getRGB());
      }
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(wide, "png", out);
    String hash =
        owner
            .upload("/api/pictures?name=wide.png", out.toByteArray())
            .json()
            .get("hash")
            .asString();
    Http.Answer made =
        owner.json(
            "POST", "/api/mockups", Map.of("from", Map.of("picture", hash), "design", "TABLET"));
    assertThat(new Color(png(made).getRGB(900, 600))).isEqualTo(BRICK);
  }

  @Test
  void tenThousandPages_costAsMuchAsOne_andScriptsDoNotRun() throws Exception {
    try (PDDocument pdf = new PDDocument()) {
      redPage(pdf, PDRectangle.A4);
      for (int i = 1; i < 10_000; i++) {
        pdf.addPage(new PDPage(PDRectangle.A4));
      }
      pdf.getDocumentCatalog().setOpenAction(new PDActionJavaScript("while (true) {}"));
      Http.Answer made = make(add("long.pdf", bytes(pdf)), Design.SHEET);
      assertThat(new Color(png(made).getRGB(800, 600))).isEqualTo(BRICK);
    }
  }

  @Test
  void aPageOfAnAbsurdSize_isDrawnAsSmallAsAnyOther() throws Exception {
    try (PDDocument pdf = new PDDocument()) {
      redPage(pdf, new PDRectangle(200_000, 100_000));
      Http.Answer made = make(add("huge.pdf", bytes(pdf)), Design.STACK);
      assertThat(new Color(png(made).getRGB(800, 592))).isEqualTo(BRICK);
    }
  }

  /** A small file whose picture is of ten gigabytes. */
  @Test
  void aBomb_isDrawnSmallOrRefused_inBoundedTimeAndMemory() throws Exception {
    long begun = System.nanoTime();
    Http.Answer answer = make(add("bomb.pdf", bomb()), Design.SHEET);
    assertThat(answer.status()).isIn(200, 422);
    assertThat(Duration.ofNanos(System.nanoTime() - begun))
        .isLessThan(FirstPages.LONGEST.plusSeconds(10));
    assertThat(make(add("plan.pdf", plain()), Design.SHEET).status()).isEqualTo(200);
  }

  private static byte[] bomb() throws IOException {
    try (PDDocument pdf = new PDDocument()) {
      PDPage page = new PDPage(PDRectangle.A4);
      pdf.addPage(page);
      ByteArrayOutputStream packed = new ByteArrayOutputStream();
      try (OutputStream out = new DeflaterOutputStream(packed, new Deflater(Deflater.BEST_SPEED))) {
        byte[] line = new byte[1 << 20];
        for (int i = 0; i < 600; i++) {
          out.write(line);
        }
      }
      COSStream image = pdf.getDocument().createCOSStream();
      try (OutputStream raw = image.createRawOutputStream()) {
        packed.writeTo(raw);
      }
      image.setItem(COSName.FILTER, COSName.FLATE_DECODE);
      image.setItem(COSName.TYPE, COSName.XOBJECT);
      image.setItem(COSName.SUBTYPE, COSName.IMAGE);
      image.setInt(COSName.WIDTH, 60_000);
      image.setInt(COSName.HEIGHT, 60_000);
      image.setInt(COSName.BITS_PER_COMPONENT, 8);
      image.setItem(COSName.COLORSPACE, COSName.DEVICERGB);
      var resources = new PDResources();
      resources.put(
          COSName.getPDFName("Im0"),
          new org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject(
              new PDStream(image), resources));
      page.setResources(resources);
      PDStream content = new PDStream(pdf);
      try (OutputStream out = content.createOutputStream()) {
        out.write("q 500 0 0 700 40 40 cm /Im0 Do Q".getBytes(StandardCharsets.US_ASCII));
      }
      page.setContents(content);
      return bytes(pdf);
    }
  }

  /** A form that draws another twice, which draws another twice, and so on, forty deep. */
  @Test
  void aPageThatNeverEnds_isGivenUp() throws Exception {
    try (PDDocument pdf = new PDDocument()) {
      PDPage page = new PDPage(PDRectangle.A4);
      pdf.addPage(page);
      PDFormXObject inner = form(pdf, "0 0 m 595 800 l S", null);
      for (int deep = 0; deep < 40; deep++) {
        inner = form(pdf, "/Next Do /Next Do", inner);
      }
      page.setResources(inner.getResources());
      PDStream content = new PDStream(pdf);
      try (OutputStream out = content.createOutputStream()) {
        out.write("/Next Do".getBytes(StandardCharsets.US_ASCII));
      }
      page.setContents(content);
      Http.Answer refused = make(add("endless.pdf", bytes(pdf)), Design.SHEET);
      assertThat(refused.problem()).isEqualTo("not_drawn");
    }
  }

  private static PDFormXObject form(PDDocument pdf, String drawing, PDFormXObject next)
      throws IOException {
    PDStream content = new PDStream(pdf);
    try (OutputStream out = content.createOutputStream()) {
      out.write(drawing.getBytes(StandardCharsets.US_ASCII));
    }
    PDFormXObject form = new PDFormXObject(content);
    form.setBBox(PDRectangle.A4);
    PDResources resources = new PDResources();
    if (next != null) {
      resources.put(COSName.getPDFName("Next"), next);
    }
    form.setResources(resources);
    return form;
  }

  @Test
  void whatIsNoPage_isToldSo() {
    assertThat(make(add("cut.pdf", "%PDF-1.7\n1 0 obj <<".getBytes()), Design.SHEET).problem())
        .isEqualTo("not_drawn");
    assertThat(make(999_999_999, Design.SHEET).status()).isEqualTo(404);
    assertThat(owner.json("POST", "/api/mockups/looks", Map.of()).problem()).isEqualTo("empty");
    assertThat(new Http(server.base).get("/api/mockups/sources").status()).isEqualTo(401);
  }
}
