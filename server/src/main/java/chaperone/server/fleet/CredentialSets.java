package chaperone.server.fleet;

import chaperone.connect.Endpoint;
import chaperone.connect.Login;
import chaperone.server.audit.AuditNote;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretBox;
import java.time.Clock;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps credential sets and opens them for a conversation. */
@Service
public class CredentialSets {
    private final CredentialSetRepository sets;
    private final DeviceRepository devices;
    private final CredentialUses uses;
    private final SecretBox box;
    private final Clock clock;

    /** What a person enters; a password that is absent stays as it is. */
    public record Entry(
            String name, String note, String account, Optional<String> password, Optional<String> privilegedPassword) {}

    CredentialSets(
            CredentialSetRepository sets, DeviceRepository devices, CredentialUses uses, SecretBox box, Clock clock) {
        this.uses = uses;
        this.sets = sets;
        this.devices = devices;
        this.box = box;
        this.clock = clock;
    }

    /** @return the number of the new set */
    @Transactional
    public long add(Entry entry) {
        AuditNote.add(entry.name());
        checkName(entry.name(), Optional.empty());
        return save(new CredentialSet(entry.name(), clock.instant()), entry).id();
    }

    @Transactional
    void change(long id, Entry entry) {
        AuditNote.add(entry.name()
                + (entry.password().isPresent() ? ", new password" : "")
                + (entry.privilegedPassword().isPresent() ? ", new privileged password" : ""));
        checkName(entry.name(), Optional.of(id));
        save(get(id), entry);
    }

    @Transactional
    void remove(long id) {
        CredentialSet set = get(id);
        AuditNote.add(set.name());
        long users = devices.countByCredentialSetId(id);
        if (users > 0) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "in-use",
                    "\"" + set.name() + "\" is used by " + users + (users == 1 ? " device." : " devices."),
                    "Give them another credential set first.");
        }
        sets.delete(set);
    }

    /** The details in the clear, for one conversation with the device at {@code endpoint}; the use is recorded. */
    @Transactional(readOnly = true)
    public Login open(long id, Endpoint endpoint) {
        CredentialSet set = get(id);
        return open(id, endpoint, set.account(), set.password(), set.privileged());
    }

    /** For whoever has read the sealed passwords of a set already. */
    public Login open(long id, Endpoint endpoint, String account, byte[] password, byte[] privileged) {
        uses.note(id, endpoint);
        return new Login(
                account, box.open(password, place(id, "password")), box.open(privileged, place(id, "privileged")));
    }

    /** The number of the set of this name. */
    @Transactional(readOnly = true)
    Optional<Long> named(String name) {
        return sets.findByNameIgnoreCase(name).map(CredentialSet::id);
    }

    CredentialSet get(long id) {
        return sets.findById(id).orElseThrow(() -> ProblemException.notFound("credential set", id));
    }

    private CredentialSet save(CredentialSet set, Entry entry) {
        set.describe(entry.name(), entry.note(), entry.account(), clock.instant());
        // The number is part of what the seal covers, so it must be there first.
        long id = sets.saveAndFlush(set).id();
        boolean isNew = set.password().length == 0;
        if (isNew || entry.password().isPresent()) {
            set.setPassword(box.seal(entry.password().orElse(""), place(id, "password")));
        }
        if (isNew || entry.privilegedPassword().isPresent()) {
            set.setPrivileged(box.seal(entry.privilegedPassword().orElse(""), place(id, "privileged")));
        }
        return sets.save(set);
    }

    private void checkName(String name, Optional<Long> self) {
        Optional<CredentialSet> same = sets.findByNameIgnoreCase(name);
        if (same.isEmpty() || same.map(CredentialSet::id).equals(self)) return;
        throw new ProblemException(
                HttpStatus.CONFLICT,
                "name-taken",
                "There is a credential set \"" + name + "\" already.",
                "Choose another name.");
    }

    static String place(long id, String field) {
        return "credential-set/" + id + "/" + field;
    }
}
