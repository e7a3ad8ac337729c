package chaperone.server.fleet;

import chaperone.connect.Endpoint;
import chaperone.connect.Login;
import chaperone.connect.Target;
import chaperone.server.secret.SecretBox;
import java.util.Optional;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/** All that a conversation with a device needs, read in one statement. */
@Component
public class CallSheet {
    private static final String READ = """
            select d.name, d.platform, d.host, d.port, d.telnet_allowed, d.credential_set_id, c.account, c.password,
              c.privileged, k.fingerprint
            from device d
            join credential_set c on c.id = d.credential_set_id
            left join host_key k on k.host = d.host and k.port = d.port
            where d.id = :id""";

    private final SessionFactory sessions;
    private final SecretBox box;

    /** A device of the fleet, with its log-in in the clear. */
    public record Call(String name, String platform, Target target) {}

    CallSheet(SessionFactory sessions, SecretBox box) {
        this.sessions = sessions;
        this.box = box;
    }

    /** Nothing if the device was removed. */
    public Optional<Call> of(long device) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            return session.createNativeQuery(READ, Object[].class)
                    .setParameter("id", device)
                    .getResultStream()
                    .findFirst()
                    .map(this::call);
        }
    }

    private Call call(Object[] row) {
        long set = ((Number) row[5]).longValue();
        Login login = new Login(
                (String) row[6],
                box.open((byte[]) row[7], CredentialSets.place(set, "password")),
                box.open((byte[]) row[8], CredentialSets.place(set, "privileged")));
        Endpoint endpoint = new Endpoint((String) row[2], ((Number) row[3]).intValue());
        Target target = new Target(endpoint, login, Optional.ofNullable((String) row[9]), (Boolean) row[4]);
        return new Call((String) row[0], (String) row[1], target);
    }
}
