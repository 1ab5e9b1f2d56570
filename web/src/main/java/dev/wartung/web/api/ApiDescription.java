package dev.wartung.web.api;

import dev.wartung.core.lab.Field;
import dev.wartung.core.lab.Instrument;
import dev.wartung.core.lab.Lab;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.PathItem;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.RequestBody;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.responses.ApiResponses;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The OpenAPI document, with every instrument described by the fields it asks for. */
@Configuration
class ApiDescription {

    @Bean
    OpenAPI description() {
        return new OpenAPI()
                .info(
                        new Info()
                                .title("Wartung")
                                .version("v1")
                                .description(
                                        "Procedures derived and simulated, and every calculation of the Lab. "
                                                + "Log in with HTTP Basic, the name and password of an account; for many requests, take a token first. Errors are problem details (RFC 9457); what makes no sense is 422 with the reason by field."))
                .schemaRequirement(
                        "basic",
                        new SecurityScheme().type(SecurityScheme.Type.HTTP).scheme("basic"))
                .schemaRequirement(
                        "token",
                        new SecurityScheme().type(SecurityScheme.Type.HTTP).scheme("bearer"))
                .addSecurityItem(new SecurityRequirement().addList("basic"))
                .addSecurityItem(new SecurityRequirement().addList("token"));
    }

    @Bean
    OpenApiCustomizer instruments() {
        return api -> {
            Lab.instruments()
                    .forEach(i -> api.path("/api/v1/lab/" + i.plate().id(), new PathItem().post(operation(i))));
            ApiResponse problem = new ApiResponse()
                    .description("A problem, with the reason by field in “errors” where there is one")
                    .content(new Content()
                            .addMediaType("application/problem+json", new MediaType().schema(new ObjectSchema())));
            api.getPaths().values().forEach(path -> path.readOperations()
                    .forEach(o -> o.getResponses().addApiResponse("default", problem)));
        };
    }

    private static io.swagger.v3.oas.models.Operation operation(Instrument instrument) {
        Instrument.Plate plate = instrument.plate();
        ObjectSchema inputs = new ObjectSchema();
        instrument.fields(Map.of()).forEach(f -> inputs.addProperty(f.id(), schema(f)));
        Schema<?> body = new ObjectSchema()
                .addProperty("units", new StringSchema()._enum(List.of("metric", "us")))
                .addProperty("inputs", inputs);
        return new io.swagger.v3.oas.models.Operation()
                .operationId("lab-" + plate.id())
                .addTagsItem("Lab")
                .summary(plate.title())
                .description(plate.purpose() + " " + plate.formula())
                .requestBody(new RequestBody()
                        .content(new Content().addMediaType("application/json", new MediaType().schema(body))))
                .responses(new ApiResponses()
                        .addApiResponse(
                                "200",
                                new ApiResponse()
                                        .description("Worked out")
                                        .content(new Content()
                                                .addMediaType(
                                                        "application/json",
                                                        new MediaType()
                                                                .schema(new Schema<>()
                                                                        .$ref("#/components/schemas/Answer"))))));
    }

    private static Schema<?> schema(Field field) {
        StringSchema schema = new StringSchema();
        schema.example(field.initial());
        schema.description(field.label()
                + field.unit()
                        .map(u -> ", " + u.symbol() + ", or with its unit")
                        .orElse("")
                + (field.most() > field.least() ? ", " + field.least() + " to " + field.most() : ""));
        if (!field.options().isEmpty()) {
            schema._enum(new ArrayList<>(field.options().keySet()));
        }
        return schema;
    }
}
