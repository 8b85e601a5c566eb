package jeton.server.apidoc;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import java.util.List;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What the API is, without the address of one machine. */
@Configuration
class ApiDescription {

  /**
   * Blocks hold columns that hold blocks. The generator gives up on such a circle and says nothing
   * of a column; what it would say is said here.
   */
  @Bean
  OpenApiCustomizer columns() {
    return api -> {
      ArraySchema blocks = new ArraySchema();
      blocks.setItems(new Schema<>().$ref("#/components/schemas/EmailBlock"));
      Schema<?> column = new ObjectSchema().addProperty("blocks", blocks);
      column.setRequired(List.of("blocks"));
      api.getComponents().addSchemas("EmailColumn", column);
    };
  }

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
