package chaperone.server.export;

import chaperone.server.content.Contents;
import chaperone.server.origin.OriginView;
import chaperone.server.origin.Origins;
import java.io.IOException;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
            select r.*, d.name as device, coalesce(s.name, '') as site
            from revision r join device d on d.id = r.device_id left join site s on s.id = d.site_id
            where r.kind in ('RUNNING', 'SAVED') and (r.first_copy_at, r.id) > (
              select coalesce(max(first_copy_at), '-infinity'), coalesce(max(id), 0) from revision where id = :after)
            order by r.first_copy_at, r.id limit :most""";
    private static final String LABELS = """
            select revision_id, text from revision_mark where kind = 'LABEL' and revision_id = any (:revisions)
            order by id""";

    private final JdbcClient database;
    private final Contents contents;
    private final Origins origins;

    GitHistory(JdbcClient database, Contents contents, Origins origins) {
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

    private List<KeptRevision> read(long after) {
        List<KeptRevision> some = database.sql(REVISIONS)
                .param("after", after)
                .param("most", AT_ONCE)
                .query((row, number) -> KeptRevision.of(row))
                .list();
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
        private Optional<ObjectId> newest = Optional.empty();
        private int damaged;

        Writing(Repository repository, ObjectInserter objects) {
            this.repository = repository;
            this.objects = objects;
            this.trees = new GitTrees(objects);
        }

        void add(KeptRevision revision) throws IOException {
            Optional<byte[]> bytes = contents.readIfSound(revision.digest());
            if (bytes.isEmpty()) {
                damaged++;
                return;
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
            return new Written(commits.size(), damaged);
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
