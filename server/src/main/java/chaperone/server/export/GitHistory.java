package chaperone.server.export;

import chaperone.server.content.Contents;
import chaperone.server.origin.OriginView;
import chaperone.server.origin.Origins;
import java.io.IOException;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.eclipse.jgit.lib.CommitBuilder;
import org.eclipse.jgit.lib.Constants;
import org.eclipse.jgit.lib.ObjectId;
import org.eclipse.jgit.lib.ObjectInserter;
import org.eclipse.jgit.lib.PersonIdent;
import org.eclipse.jgit.lib.RefUpdate;
import org.eclipse.jgit.lib.Repository;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes every revision as a commit, in the order in which they were found. The same revisions give the same commits, so
 * that a repository that has some of them gets only what is new. A revision whose bytes are damaged is left out.
 */
@Component
class GitHistory {
    static final String BRANCH = Constants.R_HEADS + "main";
    private static final String NAME = "Chaperone";
    private static final String ADDRESS = "chaperone@chaperone.invalid";
    private static final int AT_ONCE = 500;

    private static final String REVISIONS = """
            select r.*, d.name as device, coalesce(s.name, '') as site, coalesce(x.author, '') as source_author
            from revision r join device d on d.id = r.device_id left join site s on s.id = d.site_id
              left join revision_source x on x.revision_id = r.id
            where r.kind in ('RUNNING', 'SAVED') and (r.first_copy_at, r.id) > (
              select coalesce(max(first_copy_at), '-infinity'), coalesce(max(id), 0) from revision where id = :after)
            order by r.first_copy_at, r.id limit :most""";
    /** What stood before another revision that is there already would seem to stand again. */
    private static final String NOT_YET = """
            select r.*, d.name as device, coalesce(s.name, '') as site, coalesce(x.author, '') as source_author
            from revision r join device d on d.id = r.device_id left join site s on s.id = d.site_id
              left join revision_source x on x.revision_id = r.id
            where r.kind in ('RUNNING', 'SAVED') and r.id <> all (:damaged) and not exists (
              select from git_commit g where g.device_id = r.device_id and g.kind = r.kind
                and (g.at, g.revision_id) >= (r.first_copy_at, r.id))
            order by r.first_copy_at, r.id limit :most""";

    private static final String LEFT_OUT = """
            select count(*) from revision r where r.kind in ('RUNNING', 'SAVED')
              and not exists (select from git_commit g where g.revision_id = r.id)""";
    private static final String ALL_LABELS = """
            select m.revision_id, m.text, d.name, g.kind, g.hash
            from revision_mark m join git_commit g on g.revision_id = m.revision_id join device d on d.id = g.device_id
            where m.kind = 'LABEL' order by m.id""";
    private static final String NOTE = """
            insert into git_commit (revision_id, device_id, kind, at, hash)
            select id, device_id, kind, first_copy_at, :hash from revision where id = :revision""";
    private static final String LABELS = """
            select revision_id, text from revision_mark where kind = 'LABEL' and revision_id = any (:revisions)
            order by id""";

    private final JdbcClient database;
    private final Contents contents;
    private final Origins origins;
    private final GitTargets targets;
    private final Clock clock;

    GitHistory(JdbcClient database, Contents contents, Origins origins, GitTargets targets, Clock clock) {
        this.targets = targets;
        this.clock = clock;
        this.database = database;
        this.contents = contents;
        this.origins = origins;
    }

    /** @param commits how many there are; {@code damaged} how many revisions are left out */
    record Written(int commits, int damaged) {}

    @Transactional(readOnly = true)
    public Written write(Repository repository) throws IOException {
        try (ObjectInserter objects = repository.newObjectInserter()) {
            Writing writing = new Writing(repository, objects);
            List<KeptRevision> some;
            long after = 0;
            do {
                some = read(after);
                for (KeptRevision each : some) writing.add(each);
                writing.label(some);
                if (!some.isEmpty()) after = some.get(some.size() - 1).id();
            } while (some.size() == AT_ONCE);
            return writing.end();
        }
    }

    /** People label old revisions, too. */
    private List<GitLabel> allLabels() {
        return database.sql(ALL_LABELS)
                .query((row, number) -> GitLabel.of(
                        row.getLong("revision_id"),
                        KeptRevision.deviceFolder(row.getString("name")),
                        row.getString("kind").toLowerCase(Locale.ROOT),
                        row.getString("text"),
                        ObjectId.fromRaw(row.getBytes("hash"))))
                .list();
    }

    /**
     * Adds what is not there yet, and alters nothing that is: what was thinned out since then stays, and a device that was
     * moved to another site is there from its next commit on. Killed half way, it does the same again.
     *
     * @param last the newest commit that this wrote before; what may follow it there is forgotten
     * @return whether there are labels that were not there
     */
    @Transactional
    public boolean append(Repository repository, Optional<ObjectId> last) throws IOException {
        try (ObjectInserter objects = repository.newObjectInserter()) {
            Writing writing = last.isPresent()
                    ? new Writing(repository, objects, GitTrees.of(objects, standing(), repository, last.get()), last)
                    : new Writing(repository, objects);
            List<KeptRevision> some;
            do {
                some = notYet(writing.damagedOnes);
                for (KeptRevision each : some) writing.add(each).ifPresent(commit -> note(each, commit));
            } while (some.size() == AT_ONCE);
            for (GitLabel label : allLabels()) if (repository.exactRef(label.ref()) == null) writing.labels.add(label);
            boolean hasNewLabels = !writing.labels.isEmpty();
            writing.end();
            // With what was noted of each revision, or not at all: a branch is never taken back behind that.
            if (!writing.newest.equals(last)) targets.wrote(writing.newest.orElseThrow(), clock.instant());
            return hasNewLabels;
        }
    }

    /** How many revisions are not there, since they are damaged, or came after others that are. */
    @Transactional(readOnly = true)
    public long leftOut() {
        return database.sql(LEFT_OUT).query(Long.class).single();
    }

    private Set<String> standing() {
        return Set.copyOf(database.sql("""
                        select d.name as device, coalesce(s.name, '') as site
                        from device d left join site s on s.id = d.site_id""")
                .query((row, number) -> KeptRevision.siteFolder(row.getString("site")) + "/"
                        + KeptRevision.deviceFolder(row.getString("device")))
                .list());
    }

    /** Nothing was written yet: the next time all of it is. */
    @Transactional
    public void startAnew() {
        database.sql("delete from git_commit").update();
        database.sql("update git_target set head = null, pushed_head = null").update();
    }

    private List<KeptRevision> notYet(List<Long> damaged) {
        return withWho(database.sql(NOT_YET)
                .param("damaged", damaged.toArray(Long[]::new))
                .param("most", AT_ONCE)
                .query((row, number) -> KeptRevision.of(row))
                .list());
    }

    private void note(KeptRevision revision, ObjectId commit) {
        database.sql(NOTE)
                .param("revision", revision.id())
                .param("hash", GitTargets.raw(commit))
                .update();
    }

    private List<KeptRevision> read(long after) {
        return withWho(database.sql(REVISIONS)
                .param("after", after)
                .param("most", AT_ONCE)
                .query((row, number) -> KeptRevision.of(row))
                .list());
    }

    private List<KeptRevision> withWho(List<KeptRevision> some) {
        Map<Long, OriginView> who =
                origins.views(some.stream().map(KeptRevision::id).toList());
        return some.stream()
                .map(each -> each.with(Optional.ofNullable(who.get(each.id()))))
                .toList();
    }

    private final class Writing {
        private final Repository repository;
        private final ObjectInserter objects;
        private final GitTrees trees;
        private final Map<Long, ObjectId> commits = new HashMap<>();
        private final List<GitLabel> labels = new ArrayList<>();
        private final List<Long> damagedOnes = new ArrayList<>();
        private Optional<ObjectId> newest;

        Writing(Repository repository, ObjectInserter objects) {
            this(repository, objects, new GitTrees(objects, standing()), Optional.empty());
        }

        Writing(Repository repository, ObjectInserter objects, GitTrees trees, Optional<ObjectId> newest) {
            this.repository = repository;
            this.objects = objects;
            this.trees = trees;
            this.newest = newest;
        }

        Optional<ObjectId> add(KeptRevision revision) throws IOException {
            Optional<byte[]> bytes = contents.readIfSound(revision.digest());
            if (bytes.isEmpty()) {
                damagedOnes.add(revision.id());
                return Optional.empty();
            }
            ObjectId content = objects.insert(Constants.OBJ_BLOB, bytes.get());
            CommitBuilder commit = new CommitBuilder();
            commit.setTreeId(trees.with(revision.siteFolder(), revision.deviceFolder(), revision.kind(), content));
            newest.ifPresent(commit::setParentId);
            commit.setAuthor(
                    new PersonIdent(revision.author(), revision.authorAddress(), revision.at(), ZoneOffset.UTC));
            commit.setCommitter(new PersonIdent(NAME, ADDRESS, revision.at(), ZoneOffset.UTC));
            commit.setMessage(revision.message());
            ObjectId id = objects.insert(commit);
            commits.put(revision.id(), id);
            newest = Optional.of(id);
            return newest;
        }

        void label(List<KeptRevision> some) {
            database.sql(LABELS)
                    .param("revisions", some.stream().map(KeptRevision::id).toArray(Long[]::new))
                    .query(row -> {
                        long id = row.getLong("revision_id");
                        String text = row.getString("text");
                        some.stream()
                                .filter(each -> each.id() == id && commits.containsKey(id))
                                .forEach(each -> labels.add(GitLabel.of(each, text, commits.get(id))));
                    });
        }

        /** Branch and tags move at the end: what ends half way leaves the repository as it was. */
        Written end() throws IOException {
            objects.flush();
            if (newest.isPresent()) {
                move(BRANCH, newest.get());
                for (GitLabel label : labels) move(label.ref(), label.commit());
            }
            return new Written(commits.size(), damagedOnes.size());
        }

        private void move(String ref, ObjectId to) throws IOException {
            RefUpdate update = repository.updateRef(ref);
            update.setNewObjectId(to);
            RefUpdate.Result result = update.forceUpdate();
            boolean isMoved = switch (result) {
                case NEW, FAST_FORWARD, FORCED, NO_CHANGE -> true;
                default -> false;
            };
            if (!isMoved) throw new IOException(ref + " could not be moved: " + result);
        }
    }
}
