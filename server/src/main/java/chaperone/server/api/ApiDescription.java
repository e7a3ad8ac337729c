package chaperone.server.api;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import java.io.IOException;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.core.type.classreading.CachingMetadataReaderFactory;
import org.springframework.util.ClassUtils;

/** Makes the OpenAPI description say what the payload records say: all is there, but for what is {@code Optional}. */
@Configuration(proxyBeanMethods = false)
class ApiDescription {

    @Bean
    OpenApiCustomizer description() throws IOException {
        Map<String, Set<String>> optional = optionalComponents();
        return api -> {
            api.info(new Info()
                    .title("Chaperone")
                    .version("1")
                    .description("Lines count from 0; times are instants in UTC."));
            // The address is that of whoever asks: it would make the description differ from machine to machine.
            api.servers(List.of());
            sortSchemas(api);
            api.getComponents()
                    .getSchemas()
                    .forEach((name, schema) -> require(schema, optional.getOrDefault(name, Set.of())));
        };
    }

    private static void sortSchemas(OpenAPI api) {
        api.getComponents().setSchemas(new TreeMap<>(api.getComponents().getSchemas()));
    }

    private static void require(Schema<?> schema, Set<String> optional) {
        if (schema.getProperties() == null) return;
        Set<String> names = new HashSet<>(schema.getProperties().keySet());
        names.removeAll(optional);
        schema.setRequired(names.stream().sorted().toList());
    }

    /** For each of our records, by its simple name, the components that may be absent. */
    private static Map<String, Set<String>> optionalComponents() throws IOException {
        var classes = new CachingMetadataReaderFactory();
        Map<String, Set<String>> found = new TreeMap<>();
        for (Resource resource :
                new PathMatchingResourcePatternResolver().getResources("classpath*:chaperone/**/*.class")) {
            var metadata = classes.getMetadataReader(resource).getClassMetadata();
            if (!Record.class.getName().equals(metadata.getSuperClassName())) continue;
            Class<?> type = ClassUtils.resolveClassName(metadata.getClassName(), ApiDescription.class.getClassLoader());
            found.put(type.getSimpleName(), optionalComponents(type));
        }
        return found;
    }

    private static Set<String> optionalComponents(Class<?> type) {
        return Arrays.stream(type.getRecordComponents())
                .filter(component -> component.getType() == Optional.class)
                .map(RecordComponent::getName)
                .collect(Collectors.toSet());
    }
}
