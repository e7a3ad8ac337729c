package chaperone.server.query;

import chaperone.core.query.GroupExpansion;
import chaperone.core.query.GroupExpansion.GroupProblem;
import chaperone.core.query.Query;
import chaperone.core.query.QueryProblem;
import chaperone.core.query.QueryReader;
import chaperone.core.query.QueryWriter;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.GroupUser.Use;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Groups, and queries with the groups that they name. */
@Service
public class Groups {
    private final DeviceGroupRepository groups;
    private final List<GroupUser> others;
    private final Clock clock;

    Groups(DeviceGroupRepository groups, List<GroupUser> others, Clock clock) {
        this.groups = groups;
        this.others = others;
        this.clock = clock;
    }

    /**
     * The query that a text means, its groups put in.
     *
     * @throws ProblemException with the place of the mistake
     */
    @Transactional(readOnly = true)
    public Query read(String text) {
        try {
            return GroupExpansion.expand(QueryReader.read(text), this::meaning);
        } catch (QueryProblem e) {
            throw mistake(e.getMessage(), e.position(), e.length());
        } catch (GroupProblem e) {
            int at = text.toLowerCase(Locale.ROOT).indexOf(e.group().toLowerCase(Locale.ROOT));
            throw mistake(
                    e.getMessage(), Math.max(0, at), at < 0 ? 0 : e.group().length());
        }
    }

    private static ProblemException mistake(String message, int position, int length) {
        return new ProblemException(
                HttpStatus.BAD_REQUEST,
                "query",
                message,
                "Mend the query at character " + (position + 1) + ".",
                Map.of("position", position, "length", length));
    }

    private Optional<Query> meaning(String name) {
        return groups.findByNameIgnoreCase(name).map(group -> {
            try {
                return QueryReader.read(group.query());
            } catch (QueryProblem e) {
                throw new IllegalStateException("Group " + name + " was readable when it was saved", e);
            }
        });
    }

    /** Makes the group, or lets it mean something else; its text is kept in its plainest form. */
    @Transactional
    public void save(String name, String query, String note, String account) {
        DeviceGroup group = groups.findByNameIgnoreCase(name).orElseGet(() -> new DeviceGroup(name));
        group.means(plain(query), note, account, clock.instant());
        groups.saveAndFlush(group);
        // Now that it is there: a group that came to contain itself is taken back with the transaction.
        read("group is " + QueryWriter.text(name));
    }

    private String plain(String query) {
        read(query);
        try {
            return QueryWriter.write(QueryReader.read(query));
        } catch (QueryProblem e) {
            throw new IllegalStateException(e);
        }
    }

    @Transactional
    public void remove(String name) {
        DeviceGroup group =
                groups.findByNameIgnoreCase(name).orElseThrow(() -> ProblemException.notFound("group", name));
        List<String> users = Stream.concat(
                        groups.findAll().stream()
                                .map(other -> new Use("the group \"" + other.name() + "\"", other.query())),
                        others.stream().flatMap(other -> other.uses().stream()))
                .filter(use -> names(use.query(), name))
                .map(Use::what)
                .sorted()
                .toList();
        if (!users.isEmpty()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "group-in-use",
                    "The group \"" + name + "\" is used by " + String.join(", ", users) + ".",
                    "Change or remove these first.");
        }
        groups.delete(group);
    }

    private static boolean names(String query, String group) {
        try {
            return GroupExpansion.names(QueryReader.read(query), group);
        } catch (QueryProblem e) {
            return false;
        }
    }

    /** @throws ProblemException if there is no group of this name */
    @Transactional(readOnly = true)
    public long idOf(String name) {
        return groups.findByNameIgnoreCase(name)
                .orElseThrow(() -> ProblemException.notFound("group", name))
                .id();
    }

    @Transactional(readOnly = true)
    public String nameOf(long id) {
        return groups.findById(id)
                .orElseThrow(() -> ProblemException.notFound("group", id))
                .name();
    }

    /** A query for the devices that are in the group. */
    @Transactional(readOnly = true)
    public String queryFor(long id) {
        return "group is " + QueryWriter.text(nameOf(id));
    }
}
