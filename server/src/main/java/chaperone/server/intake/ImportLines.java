package chaperone.server.intake;

import chaperone.connect.conversation.Endpoint;
import chaperone.core.address.ListOutcome;
import chaperone.core.address.ListProblem;
import chaperone.core.inventory.AddressLine;
import chaperone.server.credential.CredentialSets;
import chaperone.server.intake.ImportController.ImportRequest;
import chaperone.server.job.NewJobLine;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;

/** The lines of a list with their credential sets and platforms found by name. */
final class ImportLines {
    private static final int MOST_PROBLEMS = 100;

    private final CredentialSets credentials;
    private final PlatformRegistry platforms;
    private final ImportRequest request;
    private final List<ListProblem> problems = new ArrayList<>();

    ImportLines(CredentialSets credentials, PlatformRegistry platforms, ImportRequest request) {
        this.credentials = credentials;
        this.platforms = platforms;
        this.request = request;
    }

    /** Malformed where lines name what is not there. */
    ListOutcome<List<NewJobLine>> of(List<AddressLine> lines) {
        List<NewJobLine> wanted = lines.stream().map(this::line).toList();
        return problems.isEmpty() ? new ListOutcome.Read<>(wanted) : new ListOutcome.Malformed<>(problems);
    }

    private NewJobLine line(AddressLine line) {
        int port = line.port().orElse(request.port());
        long set = line.credentials().map(name -> set(line, name)).orElse(request.credentialSet());
        line.platform().ifPresent(name -> checkPlatform(line, name));
        return new NewJobLine(
                new Endpoint(line.host(), port).toString(),
                line.host(),
                port,
                line.site().orElse(""),
                line.role().orElse(""),
                Optional.empty(),
                Optional.of(set),
                new IntakeDetails(
                                line.platform().or(request::platform).filter(name -> !name.isBlank()),
                                request.allowTelnet().orElse(false),
                                line.tags(),
                                List.of())
                        .payload());
    }

    private long set(AddressLine line, String name) {
        Optional<Long> set = credentials.named(name);
        if (set.isEmpty()) problem(line, "credentials", "there is no credential set \"" + name + "\"");
        return set.orElse(0L);
    }

    private void checkPlatform(AddressLine line, String name) {
        try {
            platforms.get(name);
        } catch (ProblemException e) {
            problem(line, "platform", "there is no platform \"" + name + "\"");
        }
    }

    private void problem(AddressLine line, String column, String message) {
        if (problems.size() < MOST_PROBLEMS)
            problems.add(new ListProblem(line.line(), line.columns().getOrDefault(column, 0), message));
    }

    static ProblemException refused(List<ListProblem> problems) {
        ListProblem first = problems.get(0);
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "malformed-list",
                "Line " + (first.line() + 1) + ", column " + (first.column() + 1) + ": " + first.message() + ".",
                "Nothing was added. Correct the list and bring it again.",
                Map.of("problems", problems));
    }
}
