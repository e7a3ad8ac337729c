package chaperone.server.credential;

import chaperone.connect.conversation.FileChoice;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/** Log-in details that many devices share; the passwords are sealed and never leave the server. */
@Entity
public class CredentialSet {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String note;
    private byte[] privileged;

    @Enumerated(EnumType.STRING)
    private FileChoice files;

    private String serverAddress;
    private String ranges;
    private String sites;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "credential_log_in", joinColumns = @JoinColumn(name = "credential_set_id"))
    @OrderColumn(name = "place")
    private List<SealedLogin> logIns = new ArrayList<>();

    private Instant changedAt;

    @Version
    private long version;

    protected CredentialSet() {}

    CredentialSet(String name, Instant at) {
        this.name = name;
        this.note = "";
        this.privileged = new byte[0];
        this.files = FileChoice.PLATFORM;
        this.serverAddress = "";
        this.ranges = "";
        this.sites = "";
        this.changedAt = at;
    }

    long id() {
        return id;
    }

    public String name() {
        return name;
    }

    String note() {
        return note;
    }

    List<SealedLogin> logIns() {
        return List.copyOf(logIns);
    }

    FileChoice files() {
        return files;
    }

    String serverAddress() {
        return serverAddress;
    }

    /** Where it may be used: ranges of addresses, one a line; nowhere if there is none. */
    String ranges() {
        return ranges;
    }

    /** The sites that it is for; all of them if it names none. */
    List<String> sites() {
        return sites.lines().toList();
    }

    byte[] privileged() {
        return privileged.clone();
    }

    long version() {
        return version;
    }

    Instant changedAt() {
        return changedAt;
    }

    void describe(CredentialSets.Entry entry, Instant at) {
        this.name = entry.name();
        this.note = entry.note();
        this.files = entry.files();
        this.serverAddress = entry.serverAddress();
        this.ranges = entry.where().ranges();
        this.sites = String.join("\n", entry.where().sites());
        this.changedAt = at;
    }

    void setLogIns(List<SealedLogin> sealed) {
        // A new row rather than an altered one: Hibernate compares arrays of bytes by identity.
        logIns.clear();
        logIns.addAll(sealed);
    }

    void setPrivileged(byte[] sealed) {
        this.privileged = sealed.clone();
    }
}
