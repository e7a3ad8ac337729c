package chaperone.server.problem;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import java.sql.SQLTransientConnectionException;
import java.time.Duration;
import org.hibernate.exception.JDBCConnectionException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.CannotGetJdbcConnectionException;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Says that the database cannot be reached, wherever on its way a request meets that. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class DatabaseUnavailableHandler extends OncePerRequestFilter {
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseUnavailableHandler.class);
    static final Duration RETRY_AFTER = Duration.ofSeconds(5);
    static final String MEANING = "The server cannot reach its database.";
    static final String ADVICE = "Nothing was half done. Try again in a moment; it comes back by itself.";

    /** SQL states (ISO 9075, and PostgreSQL's): connection exceptions, operator intervention, too many connections. */
    private static boolean isAway(SQLException e) {
        String state = e.getSQLState();
        // The pool says it without a state of a connection that broke under a transaction.
        if (state == null) return "Connection is closed".equals(e.getMessage());
        return state.startsWith("08") || state.startsWith("57P") || state.equals("53300") || state.equals("55000");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain next)
            throws ServletException, IOException {
        try {
            next.doFilter(request, response);
        } catch (RuntimeException | ServletException e) {
            if (!isReason(e)) throw e;
            LOG.warn("{} {} without the database: {}", request.getMethod(), request.getRequestURI(), e.getMessage());
            ProblemAnswer.write(
                    response, HttpStatus.SERVICE_UNAVAILABLE, "database-away", MEANING, ADVICE, RETRY_AFTER);
        }
    }

    static boolean isReason(Throwable failure) {
        int depth = 0;
        for (Throwable e = failure; e != null && depth < 20; e = e.getCause(), depth++) {
            if (e instanceof SQLTransientConnectionException
                    || e instanceof SQLNonTransientConnectionException
                    || e instanceof JDBCConnectionException
                    || e instanceof CannotGetJdbcConnectionException) return true;
            if (e instanceof SQLException sql && isAway(sql)) return true;
        }
        return false;
    }
}
