package chaperone.server.clause;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * What a standard says.
 *
 * @param values by the name of the site: what it fills into the fields of golden texts
 */
public record StandardText(
        @NotNull @Size(max = 500) List<@Valid @NotNull ClauseText> clauses,

        @NotNull @Size(max = 2000)
        Map<@Size(max = 100) String, @Size(max = 100) Map<@Size(max = 40) String, @Size(max = 500) String>> values) {

    /** The fields that sites fill. */
    public Set<String> fields() {
        Set<String> fields = new TreeSet<>();
        clauses.forEach(clause -> fields.addAll(clause.fields()));
        return fields;
    }

    public Map<String, String> valuesAt(String site) {
        return values.getOrDefault(site, Map.of());
    }
}
