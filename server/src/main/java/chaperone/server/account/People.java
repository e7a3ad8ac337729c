package chaperone.server.account;

import chaperone.server.problem.ProblemException;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who can be asked for something: everybody whose account is not locked. */
@Service
public class People {
    private final AccountRepository accounts;

    People(AccountRepository accounts) {
        this.accounts = accounts;
    }

    public record PersonView(String account, String fullName) {}

    @Transactional(readOnly = true)
    public List<PersonView> all() {
        return accounts.findAllByOrderByName().stream()
                .filter(account -> !account.isLocked())
                .map(account -> new PersonView(account.name(), account.fullName()))
                .toList();
    }

    /** @throws ProblemException naming one of them who cannot be asked, and the field in which they stand */
    @Transactional(readOnly = true)
    public void check(String field, Collection<String> names) {
        Set<String> known = all().stream().map(PersonView::account).collect(Collectors.toSet());
        names.stream().filter(name -> !known.contains(name)).findFirst().ifPresent(name -> {
            throw ProblemException.ofField(field, "Nobody can be asked as \"" + name + "\".");
        });
    }
}
