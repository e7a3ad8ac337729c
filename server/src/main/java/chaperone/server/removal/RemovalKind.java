package chaperone.server.removal;

import java.util.List;

/** What can be put back after it was removed, and in which rows it stands; rows that belong to these are found by themselves. */
public enum RemovalKind {
    DEVICES("device", false, new Rows("device", "id in (:ids)")),
    GROUP("group", false, new Rows("device_group", "id = :id")),
    VIEW("view of the fleet", false, new Rows("fleet_view", "account = :account and name = :name")),
    ROUTINE("routine", false, new Rows("routine", "id = :id")),
    READING_PLAN("reading plan", false, new Rows("reading_plan", "id = :id")),
    SITE("site", false, new Rows("site", "id = :id")),
    STANDARD("standard", false, new Rows("standard", "id = :id")),
    BOARD("board", false, new Rows("board", "id = :id")),
    TEMPLATE("template", false, new Rows("template", "id = :id")),
    STANDING_RULE("standing rule", false, new Rows("standing_rule", "id = :id")),
    MAP_NOTE("note on the map", false, new Rows("map_note", "id = :id")),
    REVISION_MARK("writing to a revision", false, new Rows("revision_mark", "id = :id")),
    STANDARD_RELEASE(
            "standard release", false, new Rows("standard_release", "platform = :platform and model = :model")),
    MAP_MOVE("place on the map", true, new Rows("map_place", "kind || ' ' || name in (:names)")),
    MAP_PLACES("arrangement of the map", true, new Rows("map_place", "true")),
    PAIR(
            "decision on a pair",
            true,
            new Rows("device_pair", "first_id in (:one, :other) and second_id in (:one, :other)"),
            new Rows("device_no_pair", "first_id in (:one, :other) and second_id in (:one, :other)"));

    private final String words;
    private final boolean replaces;
    private final List<Rows> rows;

    /** Some rows of a table, by a condition with named values. */
    record Rows(String table, String condition) {}

    RemovalKind(String words, boolean replaces, Rows... rows) {
        this.words = words;
        this.replaces = replaces;
        this.rows = List.of(rows);
    }

    String words() {
        return words;
    }

    /** Whether what stands there now gives way to what was there before. */
    boolean replaces() {
        return replaces;
    }

    List<Rows> rows() {
        return rows;
    }
}
