package chaperone.server.hostkey;

import chaperone.server.audit.AuditNote;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Host keys as they were pinned at first contact. */
@Service
public class HostKeys {
    private static final Logger LOG = LoggerFactory.getLogger(HostKeys.class);

    private final HostKeyRepository keys;
    private final Clock clock;

    HostKeys(HostKeyRepository keys, Clock clock) {
        this.keys = keys;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public Optional<String> pinned(String host, int port) {
        return keys.findById(new HostKey.Address(host, port)).map(HostKey::fingerprint);
    }

    /** The key of an address with the moment at which it was pinned. */
    @Transactional(readOnly = true)
    public Optional<HostKey> shown(String host, int port) {
        return keys.findById(new HostKey.Address(host, port));
    }

    /** Pins a key for an address that has none; another one stays. */
    @Transactional
    public void pinIfFirst(String host, int port, String fingerprint) {
        if (pinned(host, port).isEmpty()) pin(host, port, fingerprint, clock.instant());
    }

    @Transactional
    public void pin(String host, int port, String fingerprint, Instant at) {
        keys.save(new HostKey(new HostKey.Address(host, port), fingerprint, at));
    }

    /** Takes a key by hand in place of the pinned one. */
    @Transactional
    void accept(String host, int port, String fingerprint, String account) {
        AuditNote.add(host + " port " + port + ", " + fingerprint);
        LOG.info("{} accepted host key {} for {} port {}", account, fingerprint, host, port);
        pin(host, port, fingerprint, clock.instant());
    }

    /** Where a key was shown. */
    @Transactional(readOnly = true)
    public List<HostKey.Address> addressesOf(String fingerprint) {
        return keys.findByFingerprint(fingerprint).stream()
                .map(HostKey::address)
                .toList();
    }

    /** A device moves: its pin goes with it, in place of one that the new address may have. */
    @Transactional
    public void carryOver(String host, int port, String newHost, int newPort) {
        pinned(host, port).ifPresent(fingerprint -> {
            pin(newHost, newPort, fingerprint, clock.instant());
            keys.deleteById(new HostKey.Address(host, port));
        });
    }
}
