package chaperone.server.export;

import chaperone.server.export.GitRemote.Pushed;
import chaperone.server.problem.ProblemException;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.eclipse.jgit.api.GarbageCollectCommand;
import org.eclipse.jgit.api.Git;
import org.eclipse.jgit.api.errors.GitAPIException;
import org.eclipse.jgit.lib.RefUpdate;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.storage.file.FileRepositoryBuilder;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/** Keeps the repository in the server's folder up to date, and its remote. */
@Component
class GitUpdate {
    private static final Logger LOG = LoggerFactory.getLogger(GitUpdate.class);
    private static final String NAME = "history.git";
    private static final long MOST_LOOSE = 5000;
    /** After one that failed. */
    private static final Duration PAUSE = Duration.ofMinutes(10);

    private final GitHistory history;
    private final GitTargets targets;
    private final GitRemote remote;
    private final Clock clock;
    private final Optional<Path> folder;

    GitUpdate(
            GitHistory history,
            GitTargets targets,
            GitRemote remote,
            Clock clock,
            @Value("${chaperone.git.folder:}") String folder) {
        this.history = history;
        this.targets = targets;
        this.remote = remote;
        this.clock = clock;
        this.folder = folder.isBlank() ? Optional.empty() : Optional.of(Path.of(folder));
    }

    /** Where the repository is; nothing if whoever started the server named no folder. */
    Optional<Path> place() {
        return folder.map(each -> each.resolve(NAME));
    }

    /** When it is time, and this is the server that has the repository. */
    synchronized void tick() {
        GitTarget target = targets.get();
        if (!target.isOn() || folder.isEmpty()) return;
        boolean isOurs = target.head().isEmpty() || Files.isDirectory(place().orElseThrow());
        Instant now = clock.instant();
        boolean isSoon = !target.problem().isEmpty()
                && target.triedAt().filter(at -> at.plus(PAUSE).isAfter(now)).isPresent();
        if (isOurs && !isSoon) update(target, false);
    }

    /** @param isAnew whether all is written again, and what only the remote has may be lost */
    synchronized void updateNow(boolean isAnew) {
        if (folder.isEmpty())
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "no-folder",
                    "This server was started without a folder for it.",
                    "Start it with CHAPERONE_GIT_FOLDER set to a folder that only it can read.");
        if (isAnew) history.startAnew();
        update(targets.get(), isAnew);
    }

    /** A folder that cannot be written to, or a repository that is damaged, is the target's problem: it is told there. */
    private void update(GitTarget target, boolean isAnew) {
        try (Repository repository = repository()) {
            update(repository, target, isAnew);
        } catch (IOException e) {
            LOG.warn("The Git repository could not be brought up to date", e);
            targets.failed("The repository in the folder cannot be written: " + e.getMessage(), "", clock.instant());
        }
    }

    private void update(Repository repository, GitTarget target, boolean isAnew) throws IOException {
        if (target.head().isPresent()
                && !repository.getObjectDatabase().has(target.head().get())) {
            targets.failed("The repository in the folder is not the one that was written last.", "", clock.instant());
            return;
        }
        if (history.append(repository, target.head())) targets.unpushed();
        GitTarget now = targets.get();
        if (!now.head().equals(target.head())) tidy(repository);
        if (now.hasRemote() && now.head().isPresent() && (!now.isPushed() || isAnew)) push(repository, now, isAnew);
        else targets.succeeded(clock.instant());
    }

    /** Each commit brings some files of its own: many of them are packed, as Git itself does now and then. */
    private static void tidy(Repository repository) throws IOException {
        GarbageCollectCommand gc = Git.wrap(repository).gc();
        try {
            Object loose = gc.getStatistics().get("numberOfLooseObjects");
            if (loose instanceof Long count && count > MOST_LOOSE) gc.call();
        } catch (GitAPIException e) {
            throw new IOException("It could not be packed", e);
        }
    }

    private void push(Repository repository, GitTarget target, boolean isAnew) throws IOException {
        Pushed pushed = remote.push(repository, target, targets.secret(target).orElse(""), isAnew);
        if (pushed.problem().isEmpty()) targets.pushed(clock.instant());
        else targets.failed(pushed.problem(), pushed.seenKey(), clock.instant());
    }

    /** Only for whoever runs the server: every secret of the fleet is in it. */
    private Repository repository() throws IOException {
        Path parent = folder.orElseThrow();
        Files.createDirectories(
                parent, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------")));
        File place = place().orElseThrow().toFile();
        Repository repository =
                new FileRepositoryBuilder().setBare().setGitDir(place).build();
        if (!place.isDirectory()) repository.create(true);
        repository.getConfig().setString("http", null, "followRedirects", "false");
        RefUpdate head = repository.updateRef("HEAD");
        head.link(GitHistory.BRANCH);
        return repository;
    }
}
