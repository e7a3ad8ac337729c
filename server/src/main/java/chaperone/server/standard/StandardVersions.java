package chaperone.server.standard;

import chaperone.core.compare.UnifiedDiff;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.StandardText;
import chaperone.server.clause.StandardYaml;
import chaperone.server.problem.ProblemException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The texts of a standard that were put in force, and how they differ. */
@Component
class StandardVersions {
    /** What is being written, in the place of a number. */
    static final int DRAFT = 0;

    private final StandardVersionRepository versions;
    private final StandardYaml yaml;

    /** The tags of clauses that differ from the text before it; {@code hasValues} if values of sites do. */
    record VersionView(
            int number,
            String publishedBy,
            Instant publishedAt,
            int clauses,
            List<String> added,
            List<String> altered,
            List<String> removed,
            boolean hasValues) {}

    StandardVersions(StandardVersionRepository versions, StandardYaml yaml) {
        this.versions = versions;
        this.yaml = yaml;
    }

    /** The newest first. */
    List<VersionView> of(Standard standard) {
        List<StandardVersion> all = versions.findByStandardIdOrderByNumberDesc(standard.id());
        List<VersionView> views = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            StandardText before = i + 1 < all.size() ? all.get(i + 1).text() : new StandardText(List.of(), Map.of());
            views.add(view(all.get(i), before));
        }
        return views;
    }

    private static VersionView view(StandardVersion version, StandardText before) {
        StandardText text = version.text();
        Map<String, ClauseText> earlier = byTag(before);
        Map<String, ClauseText> now = byTag(text);
        return new VersionView(
                version.number(),
                version.publishedBy(),
                version.publishedAt(),
                text.clauses().size(),
                now.keySet().stream()
                        .filter(tag -> !earlier.containsKey(tag))
                        .sorted()
                        .toList(),
                now.keySet().stream()
                        .filter(tag ->
                                earlier.containsKey(tag) && !earlier.get(tag).equals(now.get(tag)))
                        .sorted()
                        .toList(),
                earlier.keySet().stream()
                        .filter(tag -> !now.containsKey(tag))
                        .sorted()
                        .toList(),
                !text.values().equals(before.values()));
    }

    private static Map<String, ClauseText> byTag(StandardText text) {
        return text.clauses().stream().collect(Collectors.toMap(ClauseText::tag, Function.identity()));
    }

    /** @throws ProblemException if there is no such text */
    StandardText text(Standard standard, int number) {
        if (number == DRAFT) return standard.draft();
        return versions.findByStandardIdAndNumber(standard.id(), number)
                .map(StandardVersion::text)
                .orElseThrow(() -> ProblemException.notFound("text of " + standard.name(), "" + number));
    }

    /** How the YAML of two texts differs, in the unified format; empty if they say the same. */
    String difference(Standard standard, int before, int after) {
        return UnifiedDiff.between(
                title(standard, before),
                yaml.write(text(standard, before)),
                title(standard, after),
                yaml.write(text(standard, after)));
    }

    private static String title(Standard standard, int number) {
        return standard.name() + (number == DRAFT ? ", as it is written" : ", " + number);
    }
}
