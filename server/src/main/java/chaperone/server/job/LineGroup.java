package chaperone.server.job;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Lines that one durable task does one after the other. A task costs the scheduler about as much as an unchanged device
 * costs the rest of the server, so a long job has several lines to a task; a short one has a task for each line, to be
 * done as soon as can be.
 *
 * @param place under which limit its conversations fall; a device whose site nobody has told yet counts for itself
 */
record LineGroup(String place, List<Member> members) implements Serializable {
    private static final int LARGEST = 8;
    /** From so many lines on a task has two of them; from twice as many, three; and so on. */
    private static final int LINES_FOR_ONE_MORE = 200;

    /** @param address the device's, so that nothing has to be asked before its turn has come */
    record Member(long line, String address) implements Serializable {}

    LineGroup {
        members = new ArrayList<>(members);
    }

    /** Groups of lines of one place each, in the order of the lines; places take turns. */
    static List<LineGroup> of(List<JobLine> lines) {
        int size = Math.min(LARGEST, 1 + lines.size() / LINES_FOR_ONE_MORE);
        Map<String, List<LineGroup>> byPlace = new LinkedHashMap<>();
        for (JobLine line : lines) {
            String place = line.site().isEmpty() ? line.host() : line.site();
            List<LineGroup> groups = byPlace.computeIfAbsent(place, name -> new ArrayList<>());
            boolean isFull =
                    groups.isEmpty() || groups.get(groups.size() - 1).members().size() >= size;
            if (isFull) groups.add(new LineGroup(place, List.of()));
            groups.get(groups.size() - 1).members().add(new Member(line.id(), line.host() + " " + line.port()));
        }
        return inTurns(byPlace);
    }

    private static List<LineGroup> inTurns(Map<String, List<LineGroup>> byPlace) {
        List<LineGroup> all = new ArrayList<>();
        int longest = byPlace.values().stream().mapToInt(List::size).max().orElse(0);
        for (int turn = 0; turn < longest; turn++) {
            for (List<LineGroup> groups : byPlace.values()) if (turn < groups.size()) all.add(groups.get(turn));
        }
        return all;
    }
}
