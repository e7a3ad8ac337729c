package chaperone.server.standard;

import chaperone.server.query.GroupUser;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

@Component
class StandardQueries implements GroupUser {
    private final StandardRepository standards;

    StandardQueries(StandardRepository standards) {
        this.standards = standards;
    }

    /** Of drafts too: they are to be published. */
    @Override
    public List<Use> uses() {
        return standards.findAll().stream()
                .flatMap(StandardQueries::of)
                .distinct()
                .toList();
    }

    private static Stream<Use> of(Standard standard) {
        return Stream.concat(Stream.of(standard.draft()), standard.inForce().stream())
                .flatMap(text -> text.clauses().stream())
                .map(clause -> new Use(
                        "clause " + clause.tag() + " of the standard \"" + standard.name() + "\"", clause.scope()));
    }
}
