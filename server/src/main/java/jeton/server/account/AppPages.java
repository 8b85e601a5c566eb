package jeton.server.account;

import java.time.Duration;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.config.annotation.CorsRegistry;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.view.RedirectView;

/** Serves the interface: every view has an address, and each of them is the same page. */
@RestController
class AppPages {
  private static final Resource INDEX = new ClassPathResource("META-INF/resources/ui/index.html");

  @GetMapping("/")
  RedirectView home() {
    // Relative: what a Host header says is nobody's to believe.
    RedirectView today = new RedirectView("/app/today");
    today.setHttp10Compatible(false);
    return today;
  }

  @GetMapping(
      path = {"/app", "/app/", "/app/{*view}"},
      produces = MediaType.TEXT_HTML_VALUE)
  ResponseEntity<Resource> view() {
    return ResponseEntity.ok()
        .contentType(MediaType.TEXT_HTML)
        .cacheControl(CacheControl.noCache())
        .body(INDEX);
  }

  /** Built files carry a hash of their content in their names. */
  @Configuration
  static class Assets implements WebMvcConfigurer {
    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
      registry
          .addResourceHandler("/ui/assets/**")
          .addResourceLocations("classpath:/META-INF/resources/ui/assets/")
          .setCacheControl(CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable());
    }

    /** Forms on other sites fetch our typeface and pictures. */
    @Override
    public void addCorsMappings(CorsRegistry registry) {
      registry.addMapping("/assets/**").allowedOrigins("*").allowedMethods("GET");
    }
  }
}
