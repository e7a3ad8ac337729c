package chaperone.server.history;

import chaperone.core.config.ConfigBytes;
import java.util.Arrays;
import java.util.Optional;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/** The newest revision of each of a device's configurations, without their texts. */
@Component
public class LatestRevisions {
    private static final String READ = """
            select distinct on (kind) kind, id, digest, settled_digest from revision
            where device_id = :device order by kind, number desc""";

    private final SessionFactory sessions;

    /** @param digest of its bytes; {@code settled} of what is left without noise */
    public record Latest(long id, byte[] digest, byte[] settled) {
        /** Whether a text is this revision's to the byte. */
        public boolean isOf(String text) {
            return Arrays.equals(digest, Contents.sha256(ConfigBytes.encode(text)));
        }
    }

    public record Pair(Optional<Latest> running, Optional<Latest> saved) {}

    LatestRevisions(SessionFactory sessions) {
        this.sessions = sessions;
    }

    public Pair of(long device) {
        Optional<Latest> running = Optional.empty();
        Optional<Latest> saved = Optional.empty();
        try (StatelessSession session = sessions.openStatelessSession()) {
            for (Object[] row : session.createNativeQuery(READ, Object[].class)
                    .setParameter("device", device)
                    .getResultList()) {
                Latest latest = new Latest(((Number) row[1]).longValue(), (byte[]) row[2], (byte[]) row[3]);
                if (ConfigKind.valueOf((String) row[0]) == ConfigKind.RUNNING) running = Optional.of(latest);
                else saved = Optional.of(latest);
            }
        }
        return new Pair(running, saved);
    }
}
