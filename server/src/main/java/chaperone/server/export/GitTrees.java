package chaperone.server.export;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.eclipse.jgit.lib.FileMode;
import org.eclipse.jgit.lib.ObjectId;
import org.eclipse.jgit.lib.ObjectInserter;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.lib.TreeFormatter;
import org.eclipse.jgit.revwalk.RevWalk;
import org.eclipse.jgit.treewalk.TreeWalk;

/**
 * The files of a commit as {@code site/device/kind}. A commit alters one file, so only the trees above it are written anew:
 * the cost of one is that of the names at its three levels.
 */
final class GitTrees {
    /** Git sorts a folder as if its name ended with a slash. */
    private static final Comparator<String> FOLDERS =
            Comparator.comparing(name -> (name + "/").getBytes(StandardCharsets.UTF_8), Arrays::compareUnsigned);

    private final ObjectInserter objects;
    /** {@code site/device} of every device as it stands now. */
    private final Set<String> standing;

    private final Map<String, Map<String, Map<String, ObjectId>>> files = new TreeMap<>(FOLDERS);
    private final Map<String, Map<String, ObjectId>> deviceTrees = new TreeMap<>();
    private final Map<String, ObjectId> siteTrees = new TreeMap<>(FOLDERS);

    GitTrees(ObjectInserter objects, Set<String> standing) {
        this.objects = objects;
        this.standing = Set.copyOf(standing);
    }

    /** As a commit left them. */
    static GitTrees of(ObjectInserter objects, Set<String> standing, Repository repository, ObjectId commit)
            throws IOException {
        GitTrees trees = new GitTrees(objects, standing);
        try (RevWalk commits = new RevWalk(repository);
                TreeWalk files = new TreeWalk(repository)) {
            files.addTree(commits.parseCommit(commit).getTree());
            files.setRecursive(true);
            while (files.next()) {
                String[] path = files.getPathString().split("/");
                if (path.length == 3) trees.put(path[0], path[1], path[2], files.getObjectId(0));
            }
        }
        return trees;
    }

    /** @return the tree of the whole after this file has taken the place of the one before */
    ObjectId with(String site, String device, String kind, ObjectId content) throws IOException {
        moved(site, device);
        put(site, device, kind, content);
        return tree(siteTrees, FileMode.TREE);
    }

    /** A device that stands at another site by now is no more at the one before. */
    private void moved(String site, String device) throws IOException {
        for (String other : List.copyOf(files.keySet())) {
            Map<String, Map<String, ObjectId>> there = files.getOrDefault(other, Map.of());
            // Names of two devices may come to the same folder: then each has its own site.
            boolean isItself = !other.equals(site) && !standing.contains(other + "/" + device);
            if (!isItself || !there.containsKey(device)) continue;
            Map<String, ObjectId> kinds = there.remove(device);
            Map<String, ObjectId> trees = deviceTrees.getOrDefault(other, new TreeMap<>());
            trees.remove(device);
            if (trees.isEmpty()) siteTrees.remove(other);
            else siteTrees.put(other, tree(trees, FileMode.TREE));
            for (Map.Entry<String, ObjectId> each : kinds.entrySet()) put(site, device, each.getKey(), each.getValue());
        }
    }

    private void put(String site, String device, String kind, ObjectId content) throws IOException {
        Map<String, ObjectId> kinds =
                files.computeIfAbsent(site, each -> new TreeMap<>()).computeIfAbsent(device, each -> new TreeMap<>());
        kinds.put(kind, content);
        Map<String, ObjectId> devices = deviceTrees.computeIfAbsent(site, each -> new TreeMap<>(FOLDERS));
        devices.put(device, tree(kinds, FileMode.REGULAR_FILE));
        siteTrees.put(site, tree(devices, FileMode.TREE));
    }

    private ObjectId tree(Map<String, ObjectId> entries, FileMode mode) throws IOException {
        TreeFormatter tree = new TreeFormatter();
        entries.forEach((name, id) -> tree.append(name, mode, id));
        return objects.insert(tree);
    }
}
