package jeton.server.form;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import jeton.server.offer.Offer;
import jeton.server.page.Page;

/** Ways to put a form on a site, as lines to copy. */
final class FormPlacing {
  private FormPlacing() {}

  static FormApi.Placing of(Offer offer, Form form, FormRenderer renderer) {
    String base = renderer.base();
    String key = form.key();
    String frame =
        """
        <iframe src="%s/f/%s" title="%s" data-jeton-frame style="width:100%%;border:0" height="480"></iframe>"""
            .formatted(base, key, attribute(form.settings().words().headline()));
    String html =
        """
        <link rel="stylesheet" href="%s/assets/form.css">
        <style>%s</style>
        %s"""
            .formatted(base, renderer.css(form), renderer.asHtml(offer, form));
    return new FormApi.Placing(
        "<div data-jeton-form=\"" + key + "\"></div>",
        "<button type=\"button\" data-jeton-open=\""
            + key
            + "\">"
            + attribute(form.settings().words().button())
            + "</button>",
        frame,
        html,
        page(offer, renderer, ""),
        "/api/offers/" + offer.id() + "/qr");
  }

  /** The hosted page's address, with a campaign tag if one is given. */
  static String page(Offer offer, FormRenderer renderer, String campaign) {
    String address = renderer.base() + "/o/" + offer.settings().slug();
    return campaign.isBlank()
        ? address
        : Page.address(
            address, "utm_campaign=" + URLEncoder.encode(campaign.strip(), StandardCharsets.UTF_8));
  }

  /** A QR code (ISO/IEC 18004) as a drawing, one unit a module. */
  static String qr(String text) {
    try {
      BitMatrix code =
          new QRCodeWriter()
              .encode(
                  text,
                  BarcodeFormat.QR_CODE,
                  0,
                  0,
                  Map.of(
                      EncodeHintType.ERROR_CORRECTION,
                      ErrorCorrectionLevel.M,
                      EncodeHintType.MARGIN,
                      4));
      return drawn(code);
    } catch (WriterException tooLong) {
      throw new IllegalArgumentException("This address is too long for a QR code", tooLong);
    }
  }

  private static String drawn(BitMatrix code) {
    StringBuilder path = new StringBuilder();
    for (int y = 0; y < code.getHeight(); y++) {
      for (int x = 0; x < code.getWidth(); x++) {
        if (code.get(x, y)) {
          path.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
        }
      }
    }
    return """
        <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %d %d" shape-rendering="crispEdges"><rect width="100%%" height="100%%" fill="#fff"/><path fill="#1C2A26" d="%s"/></svg>"""
        .formatted(code.getWidth(), code.getHeight(), path);
  }

  private static String attribute(String text) {
    return text.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;");
  }
}
