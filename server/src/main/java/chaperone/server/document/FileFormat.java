package chaperone.server.document;

import chaperone.server.problem.ProblemException;
import java.util.Locale;
import java.util.stream.Stream;
import org.springframework.http.MediaType;

/** The open formats in which a list is saved; each is named in the address by its ending. */
public enum FileFormat {
    CSV("text/csv;charset=UTF-8"),
    JSON("application/json"),
    PDF("application/pdf"),
    HTML("text/html;charset=UTF-8");

    private final MediaType type;

    FileFormat(String type) {
        this.type = MediaType.parseMediaType(type);
    }

    /** @throws ProblemException if lists are not saved so */
    public static FileFormat of(String ending) {
        return Stream.of(values())
                .filter(format -> format.ending().equals(ending))
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("kind of file", ending));
    }

    /** Whether it is read by programs, which take what they get for all there is. */
    public boolean isForPrograms() {
        return this == CSV || this == JSON;
    }

    public MediaType type() {
        return type;
    }

    public String ending() {
        return name().toLowerCase(Locale.ROOT);
    }
}
