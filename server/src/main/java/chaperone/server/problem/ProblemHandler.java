package chaperone.server.problem;

import jakarta.validation.ConstraintViolationException;
import java.sql.SQLException;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.apache.catalina.connector.ClientAbortException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.HandlerMethodValidationException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns every failure of a request into a problem detail (RFC 9457); never a stack trace. */
@RestControllerAdvice
class ProblemHandler extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemHandler.class);

    /** SQL states (ISO 9075) of PostgreSQL: a key that is there already, a reference to what is not. */
    private static final Set<String> RACES = Set.of("23505", "23503");

    private record FieldProblem(String field, String message) {}

    @ExceptionHandler
    ProblemDetail known(ProblemException e) {
        ProblemDetail problem = problem(e.status(), e.code(), String.valueOf(e.getMessage()), e.advice());
        e.more().forEach(problem::setProperty);
        return problem;
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
        boolean isRace = e.getMostSpecificCause() instanceof SQLException cause && RACES.contains(cause.getSQLState());
        return isRace ? raced() : unforeseen(e);
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

    @ExceptionHandler
    ProblemDetail unforeseen(Exception e) {
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
        List<FieldProblem> fields = e.getFieldErrors().stream()
                .map(error -> new FieldProblem(error.getField(), String.valueOf(error.getDefaultMessage())))
                .toList();
        String first = fields.isEmpty()
                ? "A field"
                : fields.get(0).field() + " " + fields.get(0).message();
        ProblemDetail problem =
                problem(HttpStatus.BAD_REQUEST, "field", first + ".", "Correct the field and send again.");
        problem.setProperty("fields", fields);
        return ResponseEntity.badRequest().body(problem);
    }

    @Override
    protected ResponseEntity<Object> handleHandlerMethodValidationException(
            HandlerMethodValidationException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String first = e.getParameterValidationResults().stream()
                .map(result -> result.getMethodParameter().getParameterName() + " "
                        + result.getResolvableErrors().get(0).getDefaultMessage())
                .findFirst()
                .orElse("A value is out of bounds");
        return ResponseEntity.badRequest()
                .body(problem(HttpStatus.BAD_REQUEST, "out-of-bounds", first + ".", "Correct the value."));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return ResponseEntity.badRequest()
                .body(problem(
                        HttpStatus.BAD_REQUEST,
                        "not-readable",
                        "The request's JSON cannot be read.",
                        "Correct it and send again."));
    }

    private static ProblemDetail problem(HttpStatus status, String code, String meaning, String advice) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, meaning);
        problem.setProperty("code", code);
        problem.setProperty("advice", advice);
        return problem;
    }
}
