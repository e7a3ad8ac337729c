package chaperone.server.outcome;

import chaperone.connect.conversation.ConversationException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/** A conversation that came to nothing while somebody waits for the answer. */
@RestControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class ConversationProblems {
    @ExceptionHandler
    ProblemDetail notReached(ConversationException e) {
        ConversationOutcome outcome = ConversationOutcome.of(e.kind());
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.CONFLICT, outcome.meaning());
        problem.setProperty("code", "not-reached");
        problem.setProperty("advice", outcome.advice());
        problem.setProperty("outcome", outcome);
        return problem;
    }
}
