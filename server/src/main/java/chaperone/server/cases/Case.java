package chaperone.server.cases;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** What people work on together until it is settled. */
@Entity
@Table(name = "work_case")
class Case {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String title;

    @Enumerated(EnumType.STRING)
    private CaseState state;

    private @Nullable LocalDate dueOn;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "case_person", joinColumns = @JoinColumn(name = "case_id"))
    @Column(name = "account")
    private Set<String> people = new TreeSet<>();

    private String madeBy;
    private Instant madeAt;
    private @Nullable String endedBy;
    private @Nullable Instant endedAt;

    @Version
    private long version;

    protected Case() {}

    Case(String by, Instant at) {
        state = CaseState.OPEN;
        madeBy = by;
        madeAt = at;
    }

    void is(String called, Optional<LocalDate> due, Collection<String> accounts) {
        title = called;
        dueOn = due.orElse(null);
        people.clear();
        people.addAll(accounts);
    }

    void settle(String by, Instant at) {
        state = CaseState.SETTLED;
        endedBy = by;
        endedAt = at;
    }

    void reopen() {
        state = CaseState.OPEN;
        endedBy = null;
        endedAt = null;
    }

    long number() {
        return id;
    }

    String title() {
        return title;
    }

    CaseState state() {
        return state;
    }

    Optional<LocalDate> dueOn() {
        return Optional.ofNullable(dueOn);
    }

    Set<String> people() {
        return new TreeSet<>(people);
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    Optional<String> endedBy() {
        return Optional.ofNullable(endedBy);
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }
}
