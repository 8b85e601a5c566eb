package jeton.server.request;

import jakarta.servlet.AsyncContext;
import jakarta.servlet.AsyncEvent;
import jakarta.servlet.AsyncListener;
import jakarta.servlet.Filter;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.ServletRequest;
import jakarta.servlet.ServletResponse;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;

/**
 * Reads every body before anything else sees the request, as its octets come, without a thread that
 * waits for them: a thousand lines that trickle cost a thousand sockets and nothing else. Each body
 * is bounded by its path and by the time it may take. Whoever comes after reads it from memory, or
 * from a file when it is large.
 */
final class BodyFilter implements Filter {
  private static final String BODY = BodyFilter.class.getName() + ".BODY";

  private final List<BodyLimit> limits;
  private final Body.Shelf shelf;

  BodyFilter(List<BodyLimit> limits, Body.Shelf shelf) {
    this.limits = limits;
    this.shelf = shelf;
  }

  @Override
  public void doFilter(ServletRequest incoming, ServletResponse outgoing, FilterChain chain)
      throws IOException, ServletException {
    HttpServletRequest request = (HttpServletRequest) incoming;
    HttpServletResponse response = (HttpServletResponse) outgoing;
    if (request.getAttribute(BODY) instanceof Body read) {
      chain.doFilter(new BodyRequest(request, read), response);
      return;
    }
    if (!hasBody(request)) {
      chain.doFilter(request, response);
      return;
    }
    BodyLimit.Most most = most(request);
    long length = request.getContentLengthLong();
    if (length > most.octets() + most.readOn()) {
      refuse(response, HttpServletResponse.SC_REQUEST_ENTITY_TOO_LARGE, TOO_LARGE);
      return;
    }
    Body body = new Body(shelf, most);
    ServletInputStream in = request.getInputStream();
    if (length >= 0 && length <= Body.IN_MEMORY && cameAlong(in, (int) length, body)) {
      chain.doFilter(new BodyRequest(request, body), response);
      return;
    }
    readAsItComes(request, response, in, body, most);
  }

  private static final String TOO_LARGE =
      "That is more than can be sent here. Nothing was changed.";
  private static final String TOO_SLOW = "That took too long to come. Send it again.";

  private static boolean hasBody(HttpServletRequest request) {
    return request.getContentLengthLong() > 0 || request.getHeader("Transfer-Encoding") != null;
  }

  /**
   * Takes what came in one piece with the headers, as most forms do: reading that waits for nobody.
   * True when it was all.
   */
  private static boolean cameAlong(ServletInputStream in, int length, Body body)
      throws IOException {
    byte[] octets = new byte[length];
    int came = 0;
    int n = 1;
    while (n > 0 && came < length && in.available() > 0) {
      n = in.read(octets, came, length - came);
      came += Math.max(0, n);
    }
    if (came == length) {
      body.add(octets);
      return true;
    }
    body.add(octets, came);
    return false;
  }

  private BodyLimit.Most most(HttpServletRequest request) {
    return limits.stream()
        .map(limit -> limit.of(request))
        .flatMap(Optional::stream)
        .findFirst()
        .orElse(BodyLimit.Most.STRANGER);
  }

  private static void readAsItComes(
      HttpServletRequest request,
      HttpServletResponse response,
      ServletInputStream in,
      Body body,
      BodyLimit.Most most) {
    AsyncContext async = request.startAsync(request, response);
    async.setTimeout(most.time().toMillis());
    async.addListener(new Ending(body, response));
    in.setReadListener(
        new jakarta.servlet.ReadListener() {
          private final byte[] buffer = new byte[16 * 1024];
          private boolean over;

          @Override
          public void onDataAvailable() throws IOException {
            while (!over && in.isReady() && !in.isFinished()) {
              int n = in.read(buffer);
              if (n > 0 && !body.add(buffer, n)) {
                over = true;
                refuse(response, HttpServletResponse.SC_REQUEST_ENTITY_TOO_LARGE, TOO_LARGE);
                async.complete();
              }
            }
          }

          @Override
          public void onAllDataRead() {
            if (!over) {
              request.setAttribute(BODY, body);
              async.dispatch();
            }
          }

          @Override
          public void onError(Throwable broken) {
            // The line is gone; nobody is there to be told.
            over = true;
            async.complete();
          }
        });
  }

  /** Cleans up whatever ends a request, and says so when it was time that ended it. */
  private record Ending(Body body, HttpServletResponse response) implements AsyncListener {
    @Override
    public void onComplete(AsyncEvent event) {
      body.close();
    }

    @Override
    public void onTimeout(AsyncEvent event) throws IOException {
      if (!response.isCommitted()) {
        refuse(response, HttpServletResponse.SC_REQUEST_TIMEOUT, TOO_SLOW);
      }
      event.getAsyncContext().complete();
    }

    @Override
    public void onError(AsyncEvent event) {
      // Told by whoever failed.
    }

    @Override
    public void onStartAsync(AsyncEvent event) {
      // Nobody after us waits for anything.
    }
  }

  private static void refuse(HttpServletResponse response, int status, String words)
      throws IOException {
    response.setHeader("Connection", "close");
    Refusal.write(response, HttpStatus.valueOf(status), words);
  }
}
