package chaperone.server.query;

/** Patterns of the database's {@code like}. */
public final class LikePattern {
    private LikePattern() {}

    /** One that is met wherever these words stand. */
    public static String around(String words) {
        return "%" + words.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%";
    }
}
