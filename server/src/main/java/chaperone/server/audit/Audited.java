package chaperone.server.audit;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Stands at every endpoint that does something: the words for it in the audit log. What it was done to is taken from
 * the path.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
public @interface Audited {
    String value();

    When when() default When.TOGETHER;

    /** When the entry is written; none of them lets anything be done without one. */
    enum When {
        /** In one transaction with what is done: both are kept, or neither. */
        TOGETHER,
        /** For looks at secrets: it is in the log before anything is handed out, or nothing is. */
        BEFORE,
        /** For what reaches out of the database: one entry before it begins, and one that says how it ended. */
        AROUND,
        /** For log-ins, which would hold a transaction open for long: a log-in that cannot be recorded is none. */
        AFTER
    }
}
