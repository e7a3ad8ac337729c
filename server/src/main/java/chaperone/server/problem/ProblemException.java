package chaperone.server.problem;

import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;

/** A request that cannot be met: a code for programs, a sentence for people, and what to do about it. */
public final class ProblemException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final HttpStatus status;
    private final String code;
    private final String advice;
    private final transient Map<String, Object> more;

    public ProblemException(HttpStatus status, String code, String meaning, String advice) {
        this(status, code, meaning, advice, Map.of());
    }

    public ProblemException(HttpStatus status, String code, String meaning, String advice, Map<String, Object> more) {
        super(meaning);
        this.status = status;
        this.code = code;
        this.advice = advice;
        this.more = Map.copyOf(more);
    }

    /** There is nothing of this kind with this name. */
    public static ProblemException notFound(String kind, Object name) {
        return new ProblemException(
                HttpStatus.NOT_FOUND,
                "not-found",
                "There is no " + kind + " \"" + name + "\".",
                "It may have been removed, or the address is mistyped.");
    }

    /** What was sent is not right in one of its fields. */
    public static ProblemException ofField(String field, String what) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "invalid",
                what,
                "Correct it, and send it again.",
                Map.of("fields", List.of(Map.of("field", field, "message", what))));
    }

    public HttpStatus status() {
        return status;
    }

    String code() {
        return code;
    }

    String advice() {
        return advice;
    }

    Map<String, Object> more() {
        return more;
    }
}
