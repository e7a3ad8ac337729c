package chaperone.server.revision;

import chaperone.server.origin.OriginView;
import chaperone.server.origin.Origins;
import chaperone.server.problem.ProblemException;
import chaperone.server.revision.RevisionMark.Kind;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Labels and notes on revisions. */
@Service
public class RevisionMarks {
    private static final int LONGEST_LABEL = 40;

    private final RevisionMarkRepository marks;
    private final Origins origins;
    private final EarlierRevisions earlier;
    private final Clock clock;

    RevisionMarks(RevisionMarkRepository marks, Origins origins, EarlierRevisions earlier, Clock clock) {
        this.marks = marks;
        this.earlier = earlier;
        this.origins = origins;
        this.clock = clock;
    }

    @Transactional
    public RevisionMark put(Revision revision, Kind kind, String text, String account) {
        String said = text.strip();
        if (kind == Kind.LABEL && (said.length() > LONGEST_LABEL || said.contains("\n"))) {
            throw refused("A label is one line of up to " + LONGEST_LABEL + " characters.", "Write a note instead.");
        }
        boolean isThere = of(List.of(revision)).stream()
                .anyMatch(mark -> mark.kind() == kind && mark.text().equals(said));
        if (isThere)
            throw refused(
                    "The revision has this " + kind.name().toLowerCase(Locale.ROOT) + " already.", "Nothing to do.");
        return marks.save(new RevisionMark(revision.id(), kind, said, account, clock.instant()));
    }

    private static ProblemException refused(String meaning, String advice) {
        return new ProblemException(HttpStatus.UNPROCESSABLE_CONTENT, "revision-mark", meaning, advice);
    }

    /** @return what it said */
    @Transactional
    public String remove(Revision revision, long id) {
        RevisionMark mark = marks.findById(id)
                .filter(found -> found.revision() == revision.id())
                .orElseThrow(() -> ProblemException.notFound("label or note on this revision", id));
        marks.delete(mark);
        return mark.text();
    }

    private List<RevisionMark> of(List<Revision> revisions) {
        return marks.findByRevisionIdInOrderById(
                revisions.stream().map(Revision::id).toList());
    }

    /** @param revisions of one configuration, in order */
    @Transactional(readOnly = true)
    public List<RevisionView> views(List<Revision> revisions) {
        Map<Long, List<RevisionMark>> marked =
                of(revisions).stream().collect(Collectors.groupingBy(RevisionMark::revision));
        Map<Long, OriginView> who =
                origins.views(revisions.stream().map(Revision::id).toList());
        Map<Long, RevisionSource> sources = earlier.sources(revisions);
        List<RevisionView> views = new ArrayList<>();
        Optional<Revision> before = Optional.empty();
        for (Revision revision : revisions) {
            views.add(RevisionView.of(
                    revision,
                    before,
                    Optional.ofNullable(who.get(revision.id())),
                    Optional.ofNullable(sources.get(revision.id())),
                    marked.getOrDefault(revision.id(), List.of())));
            before = Optional.of(revision);
        }
        return views;
    }

    @Transactional(readOnly = true)
    public List<RevisionMarkLocation> find(String words, int most) {
        String like = "%" + words.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%";
        return marks.find(like, Limit.of(most));
    }
}
