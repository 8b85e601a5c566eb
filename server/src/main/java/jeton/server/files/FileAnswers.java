package jeton.server.files;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpRange;
import org.springframework.stereotype.Component;

/**
 * Answers with a kept file: conditions and one range as RFC 9110 has them. What is larger than a
 * socket takes at once is handed to the container's sendfile, so that a slow line holds no thread.
 */
@Component
public class FileAnswers {
  private static final String CAN = "org.apache.tomcat.sendfile.support";
  private static final String FILE = "org.apache.tomcat.sendfile.filename";
  private static final String START = "org.apache.tomcat.sendfile.start";
  private static final String END = "org.apache.tomcat.sendfile.end";
  private static final long LEAST_BY_KERNEL = 48 * 1024;

  private final StoredFiles files;

  FileAnswers(StoredFiles files) {
    this.files = files;
  }

  /**
   * What is sent.
   *
   * @param name under which a browser keeps it
   * @param size octets
   * @param inPlace whether a page plays or reads it where it stands, instead of its being kept;
   *     only recordings and captions are let
   */
  public record Sent(String hash, String name, String mediaType, long size, boolean inPlace) {
    private String disposition() {
      boolean harmless =
          mediaType.startsWith("video/")
              || mediaType.startsWith("audio/")
              || mediaType.startsWith("text/vtt");
      ContentDisposition.Builder how =
          inPlace && harmless ? ContentDisposition.inline() : ContentDisposition.attachment();
      return how.filename(name, StandardCharsets.UTF_8).build().toString();
    }
  }

  /** From the first octet to the last, both included. */
  private record Part(long first, long last) {
    long length() {
      return last - first + 1;
    }
  }

  /** Answers the request with the file, as something to keep that nobody else keeps (P5). */
  public void send(Sent file, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    String tag = "\"" + file.hash() + "\"";
    response.setContentType(file.mediaType());
    response.setHeader(HttpHeaders.CONTENT_DISPOSITION, file.disposition());
    response.setHeader(HttpHeaders.CACHE_CONTROL, "private, no-store");
    response.setHeader("X-Robots-Tag", "noindex");
    response.setHeader("Referrer-Policy", "no-referrer");
    response.setHeader("X-Content-Type-Options", "nosniff");
    response.setHeader(HttpHeaders.ACCEPT_RANGES, "bytes");
    response.setHeader(HttpHeaders.ETAG, tag);
    String known = request.getHeader(HttpHeaders.IF_NONE_MATCH);
    if (known != null && (known.contains(tag) || known.strip().equals("*"))) {
      response.setStatus(HttpServletResponse.SC_NOT_MODIFIED);
      return;
    }
    Part whole = new Part(0, file.size() - 1);
    Part part;
    try {
      part = range(request, tag, file.size(), whole);
    } catch (IllegalArgumentException outside) {
      response.setHeader(HttpHeaders.CONTENT_RANGE, "bytes */" + file.size());
      response.setStatus(HttpServletResponse.SC_REQUESTED_RANGE_NOT_SATISFIABLE);
      return;
    }
    if (!part.equals(whole)) {
      response.setStatus(HttpServletResponse.SC_PARTIAL_CONTENT);
      response.setHeader(
          HttpHeaders.CONTENT_RANGE,
          "bytes " + part.first() + "-" + part.last() + "/" + file.size());
    }
    response.setContentLengthLong(part.length());
    if (!request.getMethod().equals("HEAD")) {
      write(files.open(file.hash()), part, request, response);
    }
  }

  /** One range; several at once are answered with the whole, as a server may. */
  private static Part range(HttpServletRequest request, String tag, long size, Part whole) {
    String asked = request.getHeader(HttpHeaders.RANGE);
    String onlyIf = request.getHeader(HttpHeaders.IF_RANGE);
    if (asked == null || !(onlyIf == null || onlyIf.equals(tag))) {
      return whole;
    }
    List<HttpRange> ranges = HttpRange.parseRanges(asked);
    if (ranges.size() != 1) {
      return whole;
    }
    long first = ranges.get(0).getRangeStart(size);
    long last = ranges.get(0).getRangeEnd(size);
    if (first >= size || last < first) {
      throw new IllegalArgumentException("outside");
    }
    return new Part(first, last);
  }

  private static void write(
      Resource content, Part part, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    boolean byKernel =
        part.length() >= LEAST_BY_KERNEL
            && Boolean.TRUE.equals(request.getAttribute(CAN))
            && content.isFile();
    if (byKernel) {
      request.setAttribute(FILE, Path.of(content.getFile().toURI()).toRealPath().toString());
      request.setAttribute(START, part.first());
      request.setAttribute(END, part.last() + 1);
      return;
    }
    try (InputStream in = from(content, part.first())) {
      copy(in, part.length(), response);
    }
  }

  private static InputStream from(Resource content, long first) throws IOException {
    if (content instanceof BucketContent elsewhere) {
      return elsewhere.from(first);
    }
    InputStream octets = content.getInputStream();
    octets.skipNBytes(first);
    return octets;
  }

  private static void copy(InputStream in, long length, HttpServletResponse response)
      throws IOException {
    byte[] buffer = new byte[16 * 1024];
    for (long left = length; left > 0; ) {
      int n = in.read(buffer, 0, (int) Math.min(buffer.length, left));
      if (n < 0) {
        throw new EOFException("A kept file is shorter than it was");
      }
      response.getOutputStream().write(buffer, 0, n);
      left -= n;
    }
  }
}
