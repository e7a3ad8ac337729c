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

    /** For looks at secrets: it is in the log before anything is handed out, or nothing is. */
    boolean first() default false;
}
