package chaperone.server.past;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.eclipse.jgit.errors.InvalidObjectIdException;
import org.eclipse.jgit.errors.MissingObjectException;
import org.eclipse.jgit.lib.FileMode;
import org.eclipse.jgit.lib.NullProgressMonitor;
import org.eclipse.jgit.lib.ObjectId;
import org.eclipse.jgit.lib.ObjectInserter;
import org.eclipse.jgit.lib.ObjectLoader;
import org.eclipse.jgit.lib.ObjectReader;
import org.eclipse.jgit.lib.PersonIdent;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.revwalk.RevCommit;
import org.eclipse.jgit.revwalk.RevObject;
import org.eclipse.jgit.revwalk.RevSort;
import org.eclipse.jgit.revwalk.RevWalk;
import org.eclipse.jgit.storage.file.FileRepositoryBuilder;
import org.eclipse.jgit.transport.PackParser;
import org.eclipse.jgit.treewalk.EmptyTreeIterator;
import org.eclipse.jgit.treewalk.TreeWalk;
import org.eclipse.jgit.treewalk.filter.TreeFilter;
import org.eclipse.jgit.util.FileUtils;

/**
 * The versions of files in a bundle, as <a href="https://git-scm.com/docs/gitformat-bundle">gitformat-bundle</a> tells: each
 * file of each commit that differs from what its parents have, at the commit's moment.
 */
final class GitBundle {
    private static final int MOST_COMMITS = 200_000;
    private static final long MOST_OBJECTS = 500_000;
    private static final int PACK_HEAD = 12;
    private static final int LONGEST_LINE = 4096;
    private static final int LONGEST_AUTHOR = 200;

    private GitBundle() {}

    static void read(Path bundle, Consumer<KeptFile> taker) throws IOException {
        Path folder = Files.createTempDirectory("chaperone-past");
        try (Repository repository =
                new FileRepositoryBuilder().setBare().setGitDir(folder.toFile()).build()) {
            repository.create(true);
            read(repository, unpacked(repository, bundle), taker);
        } catch (MissingObjectException | InvalidObjectIdException e) {
            throw new IOException("it refers to what is not in it", e);
        } finally {
            FileUtils.delete(folder.toFile(), FileUtils.RECURSIVE | FileUtils.SKIP_MISSING);
        }
    }

    /** @return what its names point to */
    private static List<ObjectId> unpacked(Repository repository, Path bundle) throws IOException {
        try (InputStream in = new BufferedInputStream(Files.newInputStream(bundle));
                ObjectInserter objects = repository.newObjectInserter()) {
            List<ObjectId> tips = new ArrayList<>();
            line(in);
            for (String line = line(in); !line.isEmpty(); line = line(in)) {
                if (line.startsWith("-"))
                    throw new IOException("it holds only a part of its repository; write it with --all");
                if (line.startsWith("@")) {
                    if (!line.equals("@object-format=sha1")) throw new IOException("it wants \"" + line + "\"");
                    continue;
                }
                if (line.length() < 41) throw new IOException("\"" + line + "\" names nothing");
                tips.add(ObjectId.fromString(line.substring(0, 40)));
            }
            refuseTooMany(in);
            PackParser parser = objects.newPackParser(in);
            parser.setMaxObjectSizeLimit(4L * KeptFile.LONGEST);
            parser.setObjectChecking(true);
            parser.parse(NullProgressMonitor.INSTANCE);
            objects.flush();
            return tips;
        }
    }

    /** What a pack says of its length at its head: all of its objects are known by name in memory. */
    private static void refuseTooMany(InputStream in) throws IOException {
        in.mark(PACK_HEAD);
        byte[] head = in.readNBytes(PACK_HEAD);
        in.reset();
        if (head.length < PACK_HEAD) throw new IOException("its pack is cut off");
        long objects = Integer.toUnsignedLong(ByteBuffer.wrap(head).getInt(PACK_HEAD - Integer.BYTES));
        if (objects > MOST_OBJECTS) throw new IOException("it has more than 500,000 objects");
    }

    private static String line(InputStream in) throws IOException {
        StringBuilder line = new StringBuilder();
        for (int next = in.read(); next != '\n'; next = in.read()) {
            if (next < 0 || line.length() > LONGEST_LINE) throw new IOException("its head is damaged");
            line.append((char) next);
        }
        return new String(line.toString().getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8);
    }

    private static void read(Repository repository, List<ObjectId> tips, Consumer<KeptFile> taker) throws IOException {
        try (RevWalk commits = new RevWalk(repository);
                ObjectReader objects = repository.newObjectReader()) {
            for (ObjectId tip : tips) {
                RevObject meant = commits.peel(commits.parseAny(tip));
                if (meant instanceof RevCommit commit) commits.markStart(commit);
            }
            commits.sort(RevSort.TOPO);
            commits.sort(RevSort.REVERSE, true);
            int count = 0;
            for (RevCommit commit : commits) {
                if (++count > MOST_COMMITS) throw new IOException("it has more than 200,000 commits");
                read(objects, commit, taker);
            }
        }
    }

    private static void read(ObjectReader objects, RevCommit commit, Consumer<KeptFile> taker) throws IOException {
        try (TreeWalk files = new TreeWalk(objects)) {
            files.setRecursive(true);
            files.addTree(commit.getTree());
            for (RevCommit parent : commit.getParents()) files.addTree(parent.getTree());
            if (commit.getParentCount() == 0) files.addTree(new EmptyTreeIterator());
            files.setFilter(TreeFilter.ANY_DIFF);
            while (files.next()) if (isNew(files)) taker.accept(file(objects, commit, files));
        }
    }

    /** A file that no parent has so; links and other repositories are none. */
    private static boolean isNew(TreeWalk files) {
        FileMode mode = files.getFileMode(0);
        if (mode != FileMode.REGULAR_FILE && mode != FileMode.EXECUTABLE_FILE) return false;
        for (int parent = 1; parent < files.getTreeCount(); parent++) if (files.idEqual(0, parent)) return false;
        return true;
    }

    private static KeptFile file(ObjectReader objects, RevCommit commit, TreeWalk files) throws IOException {
        ObjectLoader content = objects.open(files.getObjectId(0));
        PersonIdent author = commit.getAuthorIdent();
        String named = author == null ? "" : author.getName() + " <" + author.getEmailAddress() + ">";
        return new KeptFile(
                files.getPathString(),
                Optional.ofNullable(author).map(PersonIdent::getWhenAsInstant),
                true,
                named.length() <= LONGEST_AUTHOR ? named : named.substring(0, LONGEST_AUTHOR),
                content.getSize() > KeptFile.LONGEST ? Optional.empty() : Optional.of(content.getBytes()));
    }
}
