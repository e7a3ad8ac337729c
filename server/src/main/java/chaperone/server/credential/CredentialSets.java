package chaperone.server.credential;

import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.FileChoice;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.LoginDetail;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.server.audit.AuditNote;
import chaperone.server.callable.CallRules;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretBox;
import java.time.Clock;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps credential sets and opens them for a conversation. */
@Service
public class CredentialSets {
    private final CredentialSetRepository sets;
    private final CredentialUses uses;
    private final SecretBox box;
    private final LoginSealing sealing;
    private final Clock clock;
    /** As they were stored, sealed. */
    private final Map<Long, CredentialSet> lastRead = new ConcurrentHashMap<>();

    /** What a person enters; a privileged password that is absent stays as it is. */
    public record Entry(
            String name,
            String note,
            List<LogInEntry> logIns,
            Optional<String> privilegedPassword,
            FileChoice files,
            String serverAddress,
            Where where) {

        /** One account for every protocol, by password. */
        public static Entry simple(
                String name, String note, String account, String password, String privileged, String ranges) {
            LogInEntry everywhere = new LogInEntry(
                    EnumSet.allOf(LoginProtocol.class),
                    account,
                    Optional.of(password),
                    Optional.empty(),
                    Optional.empty());
            return new Entry(
                    name,
                    note,
                    List.of(everywhere),
                    Optional.of(privileged),
                    FileChoice.PLATFORM,
                    "",
                    new Where(ranges, List.of()));
        }
    }

    /**
     * Where a set may be used: its passwords go nowhere else.
     *
     * @param ranges of addresses, one a line
     * @param sites if it is for some only
     */
    public record Where(String ranges, List<String> sites) {
        public Where {
            sites = List.copyOf(sites);
        }
    }

    /**
     * @param key a private key; the empty text takes the one that is there away
     * @param was which of the set's log-ins so far this one is: what is absent here stays as it is there
     */
    public record LogInEntry(
            Set<LoginProtocol> protocols,
            String account,
            Optional<String> password,
            Optional<PrivateKeyText> key,
            Optional<Integer> was) {}

    CredentialSets(CredentialSetRepository sets, CredentialUses uses, SecretBox box, Clock clock) {
        this.uses = uses;
        this.sets = sets;
        this.box = box;
        this.sealing = new LoginSealing(box);
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
                + (entry.logIns().stream().anyMatch(l -> l.password().isPresent()) ? ", new password" : "")
                + (entry.logIns().stream().anyMatch(l -> l.key().isPresent()) ? ", private key" : "")
                + (entry.privilegedPassword().isPresent() ? ", new privileged password" : ""));
        checkName(entry.name(), Optional.of(id));
        save(get(id), entry);
    }

    @Transactional
    void remove(long id) {
        CredentialSet set = get(id);
        AuditNote.add(set.name());
        long users = sets.countDevices(id);
        if (users > 0) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "in-use",
                    "\"" + set.name() + "\" is used by " + users + (users == 1 ? " device." : " devices."),
                    "Give them another credential set first.");
        }
        sets.delete(set);
        lastRead.remove(id);
    }

    /**
     * The details in the clear, for one conversation with the device at {@code endpoint}; the use is recorded.
     *
     * @param site of the device; empty if it has none
     * @throws ConversationException if the set is not for that place
     */
    @Transactional(readOnly = true)
    public Login open(long id, Endpoint endpoint, String site) {
        CredentialSet set = get(id);
        checkPlace(set, endpoint, site);
        uses.note(set.id(), endpoint);
        return opened(set);
    }

    /** @throws ConversationException if the set is not for this address or this site */
    private static void checkPlace(CredentialSet set, Endpoint endpoint, String site) {
        SetScope.of(set).reason(endpoint, site).ifPresent(why -> {
            throw new ConversationException(FailureKind.SET_NOT_FOR_ADDRESS, endpoint, why);
        });
    }

    /** For a few devices, one after the other, by somebody who knows the sets' versions: each set is opened once. */
    public Ring ring() {
        return new Ring();
    }

    private CredentialSet ofVersion(long id, long version) {
        CredentialSet set = lastRead.get(id);
        if (set == null || set.version() != version) {
            set = get(id);
            lastRead.put(id, set);
        }
        return set;
    }

    private Login opened(CredentialSet set) {
        List<LoginDetail> details = set.logIns().stream()
                .map(logIn -> sealing.open(set.id(), logIn))
                .toList();
        return new Login(details, box.open(set.privileged(), place(set.id(), "privileged")), set.files());
    }

    /** Opened sets, to be dropped with the work that they were opened for. */
    public final class Ring {
        private final Map<Key, Login> opened = new HashMap<>();

        private record Key(long set, long version) {}

        private Ring() {}

        /** The details in the clear, for one conversation; the use is recorded. */
        public Login open(long set, long version, Endpoint endpoint, String site) {
            checkPlace(ofVersion(set, version), endpoint, site);
            uses.note(set, endpoint);
            return opened.computeIfAbsent(new Key(set, version), key -> opened(ofVersion(key.set(), key.version())));
        }
    }

    /** The number of the set of this name. */
    @Transactional(readOnly = true)
    public Optional<Long> named(String name) {
        return sets.findByNameIgnoreCase(name).map(CredentialSet::id);
    }

    /** Where the set may be used. */
    @Transactional(readOnly = true)
    public SetScope scope(long id) {
        return SetScope.of(get(id));
    }

    public boolean isThere(long id) {
        return sets.existsById(id);
    }

    public CredentialSet get(long id) {
        return sets.findById(id).orElseThrow(() -> ProblemException.notFound("credential set", id));
    }

    private CredentialSet save(CredentialSet set, Entry entry) {
        if (CallRules.scope(entry.where().ranges(), "ranges").isEmpty()) {
            throw new ProblemException(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "no-ranges",
                    "The set does not say where it may be used.",
                    "Name the ranges of addresses that its passwords may go to.",
                    Map.of("field", "ranges"));
        }
        boolean isNew = set.logIns().isEmpty();
        set.describe(entry, clock.instant());
        // The number is part of what the seal covers, so it must be there first.
        long id = sets.saveAndFlush(set).id();
        set.setLogIns(sealing.seal(id, entry.logIns(), set.logIns()));
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
