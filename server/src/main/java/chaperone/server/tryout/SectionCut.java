package chaperone.server.tryout;

import chaperone.core.standard.Section;
import chaperone.core.standard.Section.Kind;
import chaperone.core.standard.Section.Mark;
import chaperone.server.fleet.Device;
import chaperone.server.judge.Judges;
import chaperone.server.tryout.ClauseSection.LineMark;
import chaperone.server.tryout.ClauseSection.SectionLine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/** Cuts what a clause speaks of out of one configuration, with a line around each piece; secrets are masked. */
final class SectionCut {
    private static final int AROUND = 1;
    /** Of the marks, in the order of the text: a clause may speak of every port. */
    private static final int MOST = 60;

    private final List<String> lines;
    private final Device device;
    private final Judges judges;

    SectionCut(String running, Device device, Judges judges) {
        this.lines = judges.shown(device, running).lines().toList();
        this.device = device;
        this.judges = judges;
    }

    ClauseSection of(Section section) {
        Map<Integer, LineMark> standing = new HashMap<>();
        Map<Integer, List<String>> missing = new HashMap<>();
        TreeSet<Integer> shown = new TreeSet<>();
        section.marks().stream()
                .sorted(Comparator.comparingInt(Mark::line))
                .limit(MOST)
                .forEach(mark -> {
                    if (mark.kind() == Kind.MISSING)
                        missing.computeIfAbsent(mark.line(), line -> new ArrayList<>())
                                .add(judges.shown(device, mark.text()));
                    else
                        standing.merge(mark.line(), LineMark.valueOf(mark.kind().name()), SectionCut::worse);
                    for (int line = mark.line() - AROUND; line <= mark.line() + AROUND; line++) {
                        if (mark.line() >= 0 && line >= 0 && line < lines.size()) shown.add(line);
                    }
                });
        List<SectionLine> cut = new ArrayList<>();
        missing.getOrDefault(-1, List.of()).forEach(text -> cut.add(missingLine(text)));
        for (int line : shown) {
            LineMark mark = standing.getOrDefault(line, LineMark.AROUND);
            cut.add(new SectionLine(Optional.of(line), lines.get(line), mark));
            missing.getOrDefault(line, List.of()).forEach(text -> cut.add(missingLine(text)));
        }
        return new ClauseSection(cut, lines.size());
    }

    private static SectionLine missingLine(String text) {
        return new SectionLine(Optional.empty(), text, LineMark.MISSING);
    }

    private static LineMark worse(LineMark one, LineMark other) {
        return one == LineMark.DEPARTS ? one : other;
    }
}
