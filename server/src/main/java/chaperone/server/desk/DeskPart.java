package chaperone.server.desk;

/** What can stand on a desk, in the usual order, and whether it usually stands at the side. */
enum DeskPart {
    NEEDS(false),
    CHART(false),
    NOTES(false),
    ANSWERS(true),
    ROUTINES(true),
    WAITING(true);

    private final boolean isSide;

    DeskPart(boolean isSide) {
        this.isSide = isSide;
    }

    boolean isSide() {
        return isSide;
    }
}
