package chaperone.server.cases;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.cases.CaseInput.CaseItemsInput;
import chaperone.server.cases.CaseInput.CaseMessageInput;
import chaperone.server.cases.CaseInput.NewCaseInput;
import chaperone.server.cases.Cases.CaseRow;
import chaperone.server.cases.Cases.CaseView;
import chaperone.server.problem.RetryOnConflict;
import jakarta.validation.Valid;
import java.security.Principal;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What people work on together. */
@RestController
@RequestMapping("/api/cases")
class CaseController {
    private final Cases cases;

    CaseController(Cases cases) {
        this.cases = cases;
    }

    /** Those that are due first, first. */
    @GetMapping
    List<CaseRow> list(
            @RequestParam(defaultValue = "OPEN") CaseState state,
            @RequestParam(defaultValue = "false") boolean mine,
            Principal who) {
        return cases.list(state, mine, who.getName());
    }

    @GetMapping("/{number}")
    CaseView get(@PathVariable long number) {
        return cases.view(number);
    }

    @Audited("opened a case")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    CaseView open(@Valid @RequestBody NewCaseInput input, Principal who) {
        AuditNote.add(input.about().title());
        return cases.open(input, who.getName());
    }

    @Audited("wrote a case")
    @PutMapping("/{number}")
    @RetryOnConflict
    CaseView write(@PathVariable long number, @Valid @RequestBody CaseInput input) {
        AuditNote.add(input.title());
        return cases.write(number, input);
    }

    @Audited("settled a case")
    @PostMapping("/{number}/settle")
    @RetryOnConflict
    CaseView settle(@PathVariable long number, Principal who) {
        return cases.settle(number, true, who.getName());
    }

    @Audited("opened a case again")
    @PostMapping("/{number}/reopen")
    @RetryOnConflict
    CaseView reopen(@PathVariable long number, Principal who) {
        return cases.settle(number, false, who.getName());
    }

    @Audited("put something into a case")
    @PostMapping("/{number}/items")
    CaseView add(@PathVariable long number, @Valid @RequestBody CaseItemsInput input, Principal who) {
        AuditNote.add(input.items().size() + " things");
        return cases.add(number, input.items(), who.getName());
    }

    @Audited("took something out of a case")
    @DeleteMapping("/{number}/items/{id}")
    CaseView remove(@PathVariable long number, @PathVariable long id) {
        return cases.remove(number, id);
    }

    @Audited("wrote to a case")
    @PostMapping("/{number}/messages")
    CaseView say(@PathVariable long number, @Valid @RequestBody CaseMessageInput input, Principal who) {
        return cases.say(number, input.text(), who.getName());
    }
}
