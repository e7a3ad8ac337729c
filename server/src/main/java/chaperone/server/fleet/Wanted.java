package chaperone.server.fleet;

import chaperone.core.query.Query;
import chaperone.core.query.QueryProblem;
import chaperone.core.query.QueryReader;
import chaperone.server.problem.ProblemException;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;

/** Which devices a request asks for, and in which order; what is left out lets all through. */
record Wanted(
        @Size(max = QueryReader.LONGEST) String query,
        @Size(max = 100) List<String> site,
        @Size(max = 100) List<String> role,
        @Size(max = 100) List<String> release,
        @Size(max = 100) List<String> platform,
        @Size(max = 100) List<String> tag,
        @Size(max = 20) String sort) {

    Wanted {
        query = query == null ? "" : query;
        site = site == null ? List.of() : List.copyOf(site);
        role = role == null ? List.of() : List.copyOf(role);
        release = release == null ? List.of() : List.copyOf(release);
        platform = platform == null ? List.of() : List.copyOf(platform);
        tag = tag == null ? List.of() : List.copyOf(tag);
        sort = sort == null ? "site" : sort;
    }

    /** @throws ProblemException with the place, if the query cannot be read */
    DeviceFilter filter() {
        return new DeviceFilter(read(query), site, role, release, platform, tag);
    }

    static Query read(String text) {
        try {
            return QueryReader.read(text);
        } catch (QueryProblem e) {
            throw new ProblemException(
                    HttpStatus.BAD_REQUEST,
                    "query",
                    e.getMessage(),
                    "Mend the query at character " + (e.position() + 1) + ".",
                    Map.of("position", e.position(), "length", e.length()));
        }
    }
}
