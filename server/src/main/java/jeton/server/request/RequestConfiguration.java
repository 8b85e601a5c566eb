package jeton.server.request;

import jakarta.servlet.DispatcherType;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import jeton.server.business.JetonSettings;
import jeton.server.business.PublicUrl;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;

/** The order of what stands before every request, and the container's own settings. */
@Configuration
class RequestConfiguration {
  // After the sessions' own filter, so that it is known who is signed in, and before everything
  // else.
  private static final int BODY_ORDER = Ordered.HIGHEST_PRECEDENCE + 60;

  @Bean
  FilterRegistrationBean<Gate> gate(PublicUrl publicUrl, Install install) {
    FilterRegistrationBean<Gate> filter =
        new FilterRegistrationBean<>(new Gate(publicUrl, install));
    // Right after the request has its number.
    filter.setOrder(Ordered.HIGHEST_PRECEDENCE + 1);
    return filter;
  }

  @Bean
  FilterRegistrationBean<BodyFilter> bodies(List<BodyLimit> limits, JetonSettings settings)
      throws IOException {
    Path folder = settings.home().resolve("coming-in");
    Files.createDirectories(folder);
    emptied(folder);
    FilterRegistrationBean<BodyFilter> filter =
        new FilterRegistrationBean<>(
            new BodyFilter(limits, () -> Files.createTempFile(folder, "", ".body")));
    filter.setOrder(BODY_ORDER);
    filter.setDispatcherTypes(EnumSet.of(DispatcherType.REQUEST, DispatcherType.ASYNC));
    filter.setAsyncSupported(true);
    return filter;
  }

  /** What a process that was killed left behind; another instance's are young and stay. */
  private static void emptied(Path folder) throws IOException {
    long old = System.currentTimeMillis() - 2 * 3_600_000L;
    try (DirectoryStream<Path> left = Files.newDirectoryStream(folder, "*.body")) {
      for (Path file : left) {
        if (Files.getLastModifiedTime(file).toMillis() < old) {
          Files.deleteIfExists(file);
        }
      }
    }
  }

  /** Only proxies that are named (JETON_PROXIES) are believed when they say for whom they ask. */
  @Bean
  WebServerFactoryCustomizer<TomcatServletWebServerFactory> container(JetonSettings settings) {
    return factory -> {
      // What a refused body still sends is not read: the line is closed.
      factory.addContextCustomizers(context -> context.setSwallowAbortedUploads(false));
      if (!settings.proxies().isBlank()) {
        RemoteIpValve valve = new RemoteIpValve();
        valve.setInternalProxies(settings.proxies());
        valve.setProtocolHeader("X-Forwarded-Proto");
        factory.addEngineValves(valve);
      }
    };
  }
}
