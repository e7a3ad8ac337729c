package chaperone.server.template;

import chaperone.core.template.Field;
import chaperone.core.template.Template;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a template says.
 *
 * @param reason what it is for, for people
 * @param variants the text by the name of the platform, in the words that its people type
 */
public record TemplateText(
        @NotNull @Size(max = 2000) String reason,
        @NotNull @Size(max = 50) List<@Valid @NotNull FieldText> fields,

        @NotNull @Size(max = 50) Map<@Size(max = 40) String, @NotNull @Size(max = 50_000) String> variants) {

    /**
     * An input.
     *
     * @param name as the texts use it: letters a to z, digits and _
     * @param label what it is, for people; the name if it is empty
     * @param fallback the value if nobody gives one
     * @param isPerDevice whether each device has a value of its own; of ports always
     */
    public record FieldText(
            @NotNull @Size(max = 40) String name,
            @NotNull Field.Kind kind,
            @NotNull @Size(max = 100) String label,
            Optional<@Size(max = 500) String> fallback,
            boolean isPerDevice) {

        Field field() {
            return new Field(
                    name,
                    kind,
                    label,
                    fallback.filter(text -> !text.isBlank()),
                    isPerDevice || kind == Field.Kind.PORTS);
        }
    }

    Template template() {
        return new Template(fields.stream().map(FieldText::field).toList(), variants);
    }
}
