package chaperone.server.origin;

/** Work of Chaperone that brought a revision: a change or a rollout, by its number. */
public record PlannedWork(Kind kind, long number) {
    public enum Kind {
        CHANGE,
        ROLLOUT
    }

    public static PlannedWork change(long number) {
        return new PlannedWork(Kind.CHANGE, number);
    }

    public static PlannedWork rollout(long number) {
        return new PlannedWork(Kind.ROLLOUT, number);
    }
}
