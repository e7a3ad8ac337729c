package chaperone.server.drift;

import chaperone.core.structure.Difference;
import chaperone.core.structure.StructureDiff;
import chaperone.server.content.Contents;
import chaperone.server.problem.ProblemException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** Parts of a configuration as requests name them: by a digest, since their names may hold what nobody is to see. */
public final class PartKeys {
    private static final int BYTES = 8;

    private PartKeys() {}

    static String of(String part) {
        byte[] digest = Contents.sha256(part.getBytes(StandardCharsets.UTF_8));
        return HexFormat.of().formatHex(digest, 0, BYTES);
    }

    /**
     * The parts that are meant.
     *
     * @throws ProblemException if a difference has no such part any more
     */
    public static Set<String> namesOf(Set<String> keys, StructureDiff diff) {
        Map<String, String> known = diff.withMeaning().differences().stream()
                .map(Difference::part)
                .distinct()
                .collect(Collectors.toMap(PartKeys::of, part -> part));
        Set<String> names = new HashSet<>();
        for (String key : keys) {
            if (!known.containsKey(key)) throw ProblemException.notFound("differing part", key);
            names.add(known.get(key));
        }
        return names;
    }
}
