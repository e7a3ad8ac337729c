package chaperone.server.finding;

/** In which order findings are listed. */
enum FindingOrder {
    /** The newest first; of closed ones the last to end. */
    AGE("coalesce(f.ended_at, f.since) desc"),
    SEVERITY("array_position(array['CRITICAL','HIGH','MEDIUM','LOW'], f.severity), coalesce(f.ended_at, f.since) desc"),
    CLAUSE("st.name, f.tag"),
    DEVICE("d.name"),
    SITE("lower(coalesce(s.name, ''))");

    private final String words;

    FindingOrder(String words) {
        this.words = words;
    }

    /** In the database's words. */
    String words() {
        return words;
    }
}
