package jeton.server.apidoc;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.servers.Server;
import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What the API is, without the address of one machine. */
@Configuration
class ApiDescription {

  @Bean
  OpenAPI description() {
    return new OpenAPI()
        .info(
            new Info()
                .title("Jeton, for owners")
                .version("1")
                .description("Faults are problem details (RFC 9457)."))
        .servers(List.of(new Server().url("/")));
  }
}
