package jeton.server.request;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Collections;
import java.util.Enumeration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.http.MediaType;

/**
 * A request whose body has been read: for everybody after the {@link BodyFilter} it is as it came.
 */
final class BodyRequest extends HttpServletRequestWrapper {
  private static final int MOST_PARAMETERS = 1000;

  private final Body body;
  private Map<String, String[]> parameters;

  BodyRequest(HttpServletRequest request, Body body) {
    super(request);
    this.body = body;
  }

  /** That it was read in between is nobody's concern: filters that guard must not pass it over. */
  @Override
  public DispatcherType getDispatcherType() {
    return DispatcherType.REQUEST;
  }

  @Override
  public ServletInputStream getInputStream() throws IOException {
    return new Read(body.open());
  }

  @Override
  public BufferedReader getReader() throws IOException {
    return new BufferedReader(new InputStreamReader(body.open(), StandardCharsets.UTF_8));
  }

  @Override
  public long getContentLengthLong() {
    return body.size();
  }

  @Override
  public int getContentLength() {
    return (int) Math.min(Integer.MAX_VALUE, body.size());
  }

  @Override
  public Map<String, String[]> getParameterMap() {
    if (parameters == null) {
      Map<String, String[]> all = new LinkedHashMap<>(super.getParameterMap());
      if (isForm()) {
        readForm(all);
      }
      parameters = Collections.unmodifiableMap(all);
    }
    return parameters;
  }

  @Override
  public String getParameter(String name) {
    String[] values = getParameterMap().get(name);
    return values == null ? null : values[0];
  }

  @Override
  public String[] getParameterValues(String name) {
    return getParameterMap().get(name);
  }

  @Override
  public Enumeration<String> getParameterNames() {
    return Collections.enumeration(getParameterMap().keySet());
  }

  private boolean isForm() {
    String type = getContentType();
    return "POST".equals(getMethod())
        && type != null
        && type.regionMatches(
            true,
            0,
            MediaType.APPLICATION_FORM_URLENCODED_VALUE,
            0,
            MediaType.APPLICATION_FORM_URLENCODED_VALUE.length());
  }

  /** As HTML's forms are encoded; a part that is not is taken as it stands. */
  private void readForm(Map<String, String[]> all) {
    String text;
    try (InputStream in = body.open()) {
      text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
    Stream.of(text.split("&"))
        .filter(pair -> !pair.isEmpty())
        .limit(MOST_PARAMETERS)
        .forEach(
            pair -> {
              int equals = pair.indexOf('=');
              String name = decoded(equals < 0 ? pair : pair.substring(0, equals));
              String value = equals < 0 ? "" : decoded(pair.substring(equals + 1));
              all.merge(name, new String[] {value}, BodyRequest::together);
            });
  }

  private static String[] together(String[] known, String[] more) {
    String[] all = Arrays.copyOf(known, known.length + more.length);
    System.arraycopy(more, 0, all, known.length, more.length);
    return all;
  }

  private static String decoded(String part) {
    try {
      return URLDecoder.decode(part, StandardCharsets.UTF_8);
    } catch (IllegalArgumentException notEncoded) {
      return part;
    }
  }

  /** What was read, read again. */
  private static final class Read extends ServletInputStream {
    private final InputStream in;
    private boolean finished;

    Read(InputStream in) {
      this.in = in;
    }

    @Override
    public int read() throws IOException {
      int octet = in.read();
      finished = octet < 0;
      return octet;
    }

    @Override
    public int read(byte[] into, int offset, int length) throws IOException {
      int n = in.read(into, offset, length);
      finished = n < 0;
      return n;
    }

    @Override
    public int available() throws IOException {
      return in.available();
    }

    @Override
    public boolean isFinished() {
      return finished;
    }

    @Override
    public boolean isReady() {
      return true;
    }

    @Override
    public void setReadListener(ReadListener listener) {
      throw new IllegalStateException("This body has been read already");
    }

    @Override
    public void close() throws IOException {
      in.close();
    }
  }
}
