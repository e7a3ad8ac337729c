package chaperone.server.export;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.problem.ProblemException;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import org.eclipse.jgit.lib.ObjectId;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where the history is kept up to date as a Git repository. */
@RestController
@RequestMapping("/api/git")
class GitTargetController {
    private final GitTargets targets;
    private final GitUpdate update;
    private final GitHistory history;

    GitTargetController(GitTargets targets, GitUpdate update, GitHistory history) {
        this.history = history;
        this.targets = targets;
        this.update = update;
    }

    /**
     * @param place of the repository on the server; absent if whoever started it named no folder
     * @param secret whether one is kept, which nobody sees again
     * @param seenKey the fingerprint of a host key that was shown and is not the one that is known; empty if there is none
     * @param leftOut how many revisions are not there, since they are damaged, or came after others that are
     * @param head the newest commit; {@code pushedHead} the newest that the remote has
     */
    record GitView(
            Optional<String> place,
            boolean on,
            String address,
            String account,
            GitSecret secret,
            String hostKey,
            String seenKey,
            Optional<String> head,
            Optional<Instant> writtenAt,
            Optional<Instant> triedAt,
            Optional<Instant> pushedAt,
            Optional<String> pushedHead,
            long leftOut,
            String problem) {}

    enum GitSecret {
        NONE,
        PASSWORD,
        PRIVATE_KEY
    }

    /**
     * @param address {@code ssh://host/path} or {@code https://host/path}; empty to keep the repository here alone
     * @param password the one before stays if it and the private key are left out, and the address is the same
     * @param privateKey as OpenSSH writes it, without a passphrase
     * @param hostKey the fingerprint that an SSH server must show: {@code SHA256:…}; empty if it is not known yet
     */
    record GitInput(
            boolean on,
            @NotNull @Size(max = 500) String address,
            @NotNull @Size(max = 100) String account,
            Optional<@Size(min = 1, max = 200) String> password,
            Optional<@Size(min = 1, max = 20_000) String> privateKey,
            @NotNull @Size(max = 100) String hostKey) {
        @Override
        public String toString() {
            return "GitInput[" + address + "]";
        }
    }

    @GetMapping
    GitView view() {
        GitTarget target = targets.get();
        return new GitView(
                update.place().map(Path::toString),
                target.isOn(),
                target.address(),
                target.account(),
                target.sealed().isEmpty()
                        ? GitSecret.NONE
                        : target.isKey() ? GitSecret.PRIVATE_KEY : GitSecret.PASSWORD,
                target.hostKey(),
                target.seenKey(),
                target.head().map(ObjectId::getName),
                target.writtenAt(),
                target.triedAt(),
                target.pushedAt(),
                target.pushedHead().map(ObjectId::getName),
                target.head().isPresent() ? history.leftOut() : 0,
                target.problem());
    }

    @Audited("set where the history with its secrets is kept as a Git repository")
    @PutMapping
    GitView set(@Valid @RequestBody GitInput input) {
        String address = input.address().strip();
        if (!address.isEmpty()) GitRemote.mistake(address).ifPresent(mistake -> refuse("address", mistake));
        if (input.privateKey().isPresent() && !address.startsWith("ssh:"))
            refuse("privateKey", "Only SSH takes a private key.");
        input.privateKey().flatMap(GitRemote::keyMistake).ifPresent(mistake -> refuse("privateKey", mistake));
        AuditNote.add((input.on() ? "on" : "off") + (address.isEmpty() ? "" : ", " + address));
        targets.want(new GitTargets.Wanted(
                input.on(),
                address,
                input.account().strip(),
                input.privateKey().or(input::password),
                input.privateKey().isPresent(),
                input.hostKey().strip()));
        return view();
    }

    private static void refuse(String field, String mistake) {
        throw new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "malformed-" + field,
                mistake,
                "Nothing was kept.",
                Map.of("field", field));
    }

    /** @param anew whether all is written again, and what only the remote has may be lost */
    @Audited("brought the Git repository up to date")
    @PostMapping("/update")
    GitView update(@RequestParam(defaultValue = "false") boolean anew) {
        AuditNote.add(anew ? "anew" : "");
        update.updateNow(anew);
        return view();
    }
}
