package chaperone.server.problem;

import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.ConstraintViolationException;
import java.sql.SQLException;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.catalina.connector.ClientAbortException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.validation.FieldError;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.HandlerMethodValidationException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.core.TokenStreamLocation;

/** Turns every failure of a request into a problem detail (RFC 9457); never a stack trace. */
@RestControllerAdvice
class ProblemHandler extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemHandler.class);

    /** SQL states (ISO 9075) of PostgreSQL: a key that is there already, a reference to what is not. */
    private static final Set<String> RACES = Set.of("23505", "23503");

    /** The class of SQL states for values that are not possible. */
    private static final String DATA = "22";

    private record FieldProblem(String field, String message) {}

    @ExceptionHandler
    ResponseEntity<ProblemDetail> known(ProblemException e) {
        ProblemDetail problem = problem(e.status(), e.code(), String.valueOf(e.getMessage()), e.advice());
        e.more().forEach(problem::setProperty);
        HttpHeaders headers = new HttpHeaders();
        if (e.more().get("retryAfter") instanceof Long seconds)
            headers.set(HttpHeaders.RETRY_AFTER, Long.toString(seconds));
        return new ResponseEntity<>(problem, headers, e.status());
    }

    @ExceptionHandler(OptimisticLockingFailureException.class)
    ProblemDetail raced() {
        return problem(
                HttpStatus.CONFLICT,
                "changed-meanwhile",
                "Somebody else changed this meanwhile.",
                "Load it again and repeat.");
    }

    /** Two made the same at once, or one uses what the other removes: the database lets only one of them. */
    @ExceptionHandler
    ProblemDetail raced(DataIntegrityViolationException e) {
        String state = e.getMostSpecificCause() instanceof SQLException cause ? cause.getSQLState() : "";
        if (state != null && RACES.contains(state)) return raced();
        return state != null && state.startsWith(DATA) ? notPossible() : unforeseen(e);
    }

    /** Numbers, moments and texts that cannot be kept are the caller's mistake. */
    private static ProblemDetail notPossible() {
        return problem(
                HttpStatus.BAD_REQUEST,
                "value-not-possible",
                "One of the values cannot be kept: a number or a moment out of range, or a text with signs that are none.",
                "Nothing was kept. Correct it and send again.");
    }

    @ExceptionHandler
    ProblemDetail bounds(ConstraintViolationException e) {
        return problem(HttpStatus.BAD_REQUEST, "out-of-bounds", String.valueOf(e.getMessage()), "Correct the value.");
    }

    /** The other side has gone in the middle of an answer: nobody is left to be told. */
    @ExceptionHandler
    void gone(ClientAbortException e) {
        LOG.debug("A client left in the middle of an answer", e);
    }

    /** Moments and dates so far away that no calendar has them. */
    @ExceptionHandler
    ProblemDetail beyondTime(DateTimeException e) {
        return notPossible();
    }

    @ExceptionHandler
    ResponseEntity<Object> unforeseen(Exception e, HttpServletResponse response) {
        if (DatabaseUnavailableHandler.isReason(e)) {
            return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
                    .header(HttpHeaders.RETRY_AFTER, Long.toString(DatabaseUnavailableHandler.RETRY_AFTER.toSeconds()))
                    .body(problem(
                            HttpStatus.SERVICE_UNAVAILABLE,
                            "database-away",
                            DatabaseUnavailableHandler.MEANING,
                            DatabaseUnavailableHandler.ADVICE));
        }
        return ResponseEntity.internalServerError().body(unforeseen(e));
    }

    private static ProblemDetail unforeseen(Exception e) {
        String number = UUID.randomUUID().toString().substring(0, 8);
        LOG.error("Request failed, number {}", number, e);
        return problem(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "internal",
                "The server met an error that it did not foresee, number " + number + ".",
                "Nothing was half done. Tell the administrator the number: the server's log has the details under it.");
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return badFields(e.getFieldErrors());
    }

    private static ResponseEntity<Object> badFields(List<FieldError> errors) {
        List<FieldProblem> fields = errors.stream()
                .map(error -> new FieldProblem(error.getField(), String.valueOf(error.getDefaultMessage())))
                .toList();
        String first = fields.isEmpty()
                ? "A field is missing or out of bounds."
                : FieldWords.sentence(fields.get(0).field(), fields.get(0).message());
        ProblemDetail problem = problem(HttpStatus.BAD_REQUEST, "field", first, "Correct the field and send again.");
        problem.setProperty("fields", fields);
        return ResponseEntity.badRequest().body(problem);
    }

    @Override
    protected ResponseEntity<Object> handleHandlerMethodValidationException(
            HandlerMethodValidationException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        // A body is checked so, too, if the method has other parameters with bounds.
        List<FieldError> fields = e.getBeanResults().stream()
                .flatMap(body -> body.getFieldErrors().stream())
                .toList();
        if (!fields.isEmpty()) return badFields(fields);
        String first = e.getParameterValidationResults().stream()
                .map(result -> FieldWords.sentence(
                        String.valueOf(result.getMethodParameter().getParameterName()),
                        String.valueOf(result.getResolvableErrors().get(0).getDefaultMessage())))
                .findFirst()
                .orElse("A value is out of bounds.");
        return ResponseEntity.badRequest()
                .body(problem(HttpStatus.BAD_REQUEST, "out-of-bounds", first, "Correct the value."));
    }

    /** What was sent is not repeated: it may be a secret. */
    @Override
    protected ResponseEntity<Object> handleTypeMismatch(
            TypeMismatchException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String name = e instanceof MethodArgumentTypeMismatchException of ? of.getName() : e.getPropertyName();
        String meaning = FieldWords.sentence(name == null ? "a value" : name, "must be " + wanted(e.getRequiredType()));
        return ResponseEntity.badRequest()
                .body(problem(HttpStatus.BAD_REQUEST, "out-of-bounds", meaning, "Correct the value."));
    }

    private static String wanted(@Nullable Class<?> type) {
        if (type == null) return "something else";
        if (type.isEnum())
            return "one of "
                    + Stream.of(type.getEnumConstants()).map(Object::toString).collect(Collectors.joining(", "));
        if (type == boolean.class || type == Boolean.class) return "true or false";
        if (type == Instant.class) return "a moment such as 2026-11-29T02:22:05Z";
        return Number.class.isAssignableFrom(type) || type.isPrimitive() ? "a number" : "something else";
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable cause = e.getCause(); cause != null; cause = cause.getCause()) {
            if (cause instanceof BodyTooLargeException large) return tooLarge(large);
        }
        return ResponseEntity.badRequest()
                .body(problem(
                        HttpStatus.BAD_REQUEST,
                        "not-readable",
                        "The request's JSON cannot be read" + place(e) + ".",
                        "Correct it and send again."));
    }

    private static ResponseEntity<Object> tooLarge(BodyTooLargeException large) {
        return ResponseEntity.status(HttpStatus.CONTENT_TOO_LARGE)
                .body(problem(
                        HttpStatus.CONTENT_TOO_LARGE,
                        "too-large",
                        large.getMessage() + ".",
                        "Send less; nothing was read beyond that."));
    }

    /** Field and place of the first mistake; what stands there is not repeated, it may be a secret. */
    private static String place(HttpMessageNotReadableException e) {
        if (!(e.getCause() instanceof JacksonException json)) return "";
        String field = json.getPath().stream()
                .map(step -> step.getPropertyName() != null ? step.getPropertyName() : "[" + step.getIndex() + "]")
                .collect(Collectors.joining("."));
        TokenStreamLocation at = json.getLocation();
        String where =
                at == null || at.getLineNr() < 1 ? "" : " at line " + at.getLineNr() + ", column " + at.getColumnNr();
        return field.isEmpty() ? where : where + ", field \"" + field + "\"";
    }

    private static ProblemDetail problem(HttpStatus status, String code, String meaning, String advice) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, meaning);
        problem.setProperty("code", code);
        problem.setProperty("advice", advice);
        return problem;
    }
}
