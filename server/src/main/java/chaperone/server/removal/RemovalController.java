package chaperone.server.removal;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.problem.ProblemException;
import java.security.Principal;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What was removed of late, and the way back. */
@RestController
@RequestMapping("/api/removals")
class RemovalController {
    private final Removals removals;

    RemovalController(Removals removals) {
        this.removals = removals;
    }

    /** The newest two hundred; of views of the fleet only one's own, and nothing else for those who may remove nothing else. */
    @GetMapping
    List<Removal> list(Authentication who) {
        return removals.newest().stream().filter(each -> isFor(who, each)).toList();
    }

    @Audited("put back what was removed")
    @PostMapping("/{id}/undo")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void undo(@PathVariable long id, Principal principal, Authentication who) {
        Removal removal = removals.get(id);
        if (!isFor(who, removal)) throw ProblemException.notFound("removal", id);
        AuditNote.add(removal.what() + " " + removal.name());
        removals.undo(id, principal.getName());
    }

    private static boolean isFor(Authentication who, Removal removal) {
        if (removal.kind() == RemovalKind.VIEW) return removal.removedBy().equals(who.getName());
        // Whoever puts such a rule back approves of all that it does.
        List<String> roles = removal.kind() == RemovalKind.STANDING_RULE
                ? List.of("ROLE_ADMINISTRATOR")
                : List.of("ROLE_ENGINEER", "ROLE_ADMINISTRATOR");
        return who.getAuthorities().stream().anyMatch(authority -> roles.contains(authority.getAuthority()));
    }
}
