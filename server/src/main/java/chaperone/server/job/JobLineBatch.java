package chaperone.server.job;

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
record JobLineBatch(String place, List<Member> members) {
    private static final int LARGEST = 8;
    /** From so many lines on a task has two of them; from twice as many, three; and so on. */
    private static final int LINES_FOR_ONE_MORE = 125;

    /**
     * @param address the device's, so that nothing has to be asked before its turn has come
     * @param device its number in the fleet; 0 if it is not known yet
     */
    record Member(long line, String address, long device) {}

    JobLineBatch {
        members = List.copyOf(members);
    }

    /** Groups of lines of one place each, in the order of the lines; places take turns. */
    static List<JobLineBatch> of(List<JobLine> lines) {
        Map<String, List<Member>> byPlace = new LinkedHashMap<>();
        for (JobLine line : lines) {
            String place = line.site().isEmpty() ? line.host() : line.site();
            byPlace.computeIfAbsent(place, name -> new ArrayList<>())
                    .add(new Member(
                            line.id(),
                            line.host() + " " + line.port(),
                            line.device().orElse(0L)));
        }
        return of(byPlace);
    }

    static List<JobLineBatch> of(Map<String, List<Member>> byPlace) {
        int lines = byPlace.values().stream().mapToInt(List::size).sum();
        int size = Math.min(LARGEST, 1 + lines / LINES_FOR_ONE_MORE);
        Map<String, List<JobLineBatch>> groups = new LinkedHashMap<>();
        byPlace.forEach((place, members) -> groups.put(place, cut(place, members, size)));
        return inTurns(groups);
    }

    private static List<JobLineBatch> cut(String place, List<Member> members, int size) {
        List<JobLineBatch> groups = new ArrayList<>();
        for (int from = 0; from < members.size(); from += size) {
            groups.add(new JobLineBatch(place, members.subList(from, Math.min(members.size(), from + size))));
        }
        return groups;
    }

    private static List<JobLineBatch> inTurns(Map<String, List<JobLineBatch>> byPlace) {
        List<JobLineBatch> all = new ArrayList<>();
        int longest = byPlace.values().stream().mapToInt(List::size).max().orElse(0);
        for (int turn = 0; turn < longest; turn++) {
            for (List<JobLineBatch> groups : byPlace.values()) if (turn < groups.size()) all.add(groups.get(turn));
        }
        return all;
    }
}
