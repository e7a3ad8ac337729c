package chaperone.server.export;

import chaperone.server.audit.Audited;
import chaperone.server.problem.ProblemException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.eclipse.jgit.api.Git;
import org.eclipse.jgit.api.errors.GitAPIException;
import org.eclipse.jgit.lib.Constants;
import org.eclipse.jgit.lib.NullProgressMonitor;
import org.eclipse.jgit.lib.Ref;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.transport.BundleWriter;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.util.FileSystemUtils;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** All that is kept, to be taken elsewhere. */
@RestController
@RequestMapping("/api/exports")
class ExportController {
    private final GitHistory history;
    private final CurrentConfigurations current;

    ExportController(GitHistory history, CurrentConfigurations current) {
        this.history = history;
        this.current = current;
    }

    /** The whole history as one file that {@code git clone} takes; with its secrets, which is recorded. */
    @Audited(value = "fetched the history of all devices with its secrets", when = Audited.When.BEFORE)
    @GetMapping(path = "/history.bundle", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ResponseEntity<StreamingResponseBody> bundle() throws IOException {
        Path folder = Files.createTempDirectory("chaperone-history");
        try {
            Repository repository = repositoryIn(folder);
            if (history.write(repository).commits() == 0) {
                repository.close();
                throw new ProblemException(
                        HttpStatus.NOT_FOUND, "no-history", "No device has been copied yet.", "Copy one first.");
            }
            return file("history.bundle", out -> {
                try (repository) {
                    bundleOf(repository).writeBundle(NullProgressMonitor.INSTANCE, out);
                } finally {
                    FileSystemUtils.deleteRecursively(folder);
                }
            });
        } catch (IOException | RuntimeException e) {
            FileSystemUtils.deleteRecursively(folder);
            throw e;
        }
    }

    private static Repository repositoryIn(Path folder) throws IOException {
        try {
            return Git.init()
                    .setBare(true)
                    .setInitialBranch("main")
                    .setDirectory(folder.toFile())
                    .call()
                    .getRepository();
        } catch (GitAPIException e) {
            throw new IOException("No repository could be made in " + folder, e);
        }
    }

    private static BundleWriter bundleOf(Repository repository) throws IOException {
        BundleWriter bundle = new BundleWriter(repository);
        Ref main = repository.exactRef(GitHistory.BRANCH);
        bundle.include(main);
        // Where a clone begins.
        bundle.include(Constants.HEAD, main.getObjectId());
        for (Ref tag : repository.getRefDatabase().getRefsByPrefix(Constants.R_TAGS)) bundle.include(tag);
        return bundle;
    }

    /** What every device runs and has saved, with its secrets, which is recorded. */
    @Audited(value = "fetched all configurations with their secrets", when = Audited.When.BEFORE)
    @GetMapping(path = "/configurations.zip", produces = "application/zip")
    ResponseEntity<StreamingResponseBody> configurations() {
        return file("configurations.zip", out -> current.write(out, false));
    }

    /** The same as everybody may see it. */
    @GetMapping(path = "/masked-configurations.zip", produces = "application/zip")
    ResponseEntity<StreamingResponseBody> masked() {
        return file("masked-configurations.zip", out -> current.write(out, true));
    }

    private static ResponseEntity<StreamingResponseBody> file(String name, StreamingResponseBody body) {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .body(body);
    }
}
