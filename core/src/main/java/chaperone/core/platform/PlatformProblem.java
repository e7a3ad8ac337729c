package chaperone.core.platform;

/** Something wrong in a platform's text; line and column count from 0. */
public record PlatformProblem(int line, int column, String message) {

    /** As people read it, counting from 1. */
    @Override
    public String toString() {
        return "line " + (line + 1) + ", column " + (column + 1) + ": " + message;
    }
}
