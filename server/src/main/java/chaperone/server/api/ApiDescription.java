package chaperone.server.api;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import java.io.IOException;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
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
        Map<String, List<Class<?>>> records = records();
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
                    .forEach((name, schema) -> require(schema, records.getOrDefault(name, List.of())));
        };
    }

    private static void sortSchemas(OpenAPI api) {
        api.getComponents().setSchemas(new TreeMap<>(api.getComponents().getSchemas()));
    }

    /** @param records of that name: the one that is meant has just these components */
    private static void require(Schema<?> schema, List<Class<?>> records) {
        if (schema.getProperties() == null) return;
        Set<String> names = new HashSet<>(schema.getProperties().keySet());
        records.stream()
                .filter(type -> components(type).equals(schema.getProperties().keySet()))
                .findFirst()
                .ifPresent(type -> names.removeAll(optionalComponents(type)));
        schema.setRequired(names.stream().sorted().toList());
    }

    /** Ours, by their simple names. */
    private static Map<String, List<Class<?>>> records() throws IOException {
        var classes = new CachingMetadataReaderFactory();
        Map<String, List<Class<?>>> found = new TreeMap<>();
        for (Resource resource :
                new PathMatchingResourcePatternResolver().getResources("classpath*:chaperone/**/*.class")) {
            var metadata = classes.getMetadataReader(resource).getClassMetadata();
            if (!Record.class.getName().equals(metadata.getSuperClassName())) continue;
            Class<?> type = ClassUtils.resolveClassName(metadata.getClassName(), ApiDescription.class.getClassLoader());
            found.computeIfAbsent(type.getSimpleName(), name -> new ArrayList<>())
                    .add(type);
        }
        return found;
    }

    private static Set<String> components(Class<?> type) {
        return Arrays.stream(type.getRecordComponents())
                .map(RecordComponent::getName)
                .collect(Collectors.toSet());
    }

    private static Set<String> optionalComponents(Class<?> type) {
        return Arrays.stream(type.getRecordComponents())
                .filter(component -> component.getType() == Optional.class)
                .map(RecordComponent::getName)
                .collect(Collectors.toSet());
    }
}
