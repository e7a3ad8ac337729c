package chaperone.server.export;

import chaperone.server.secret.SecretBox;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Instant;
import java.util.Optional;
import org.eclipse.jgit.lib.Constants;
import org.eclipse.jgit.lib.ObjectId;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Keeps where the history goes. */
@Repository
class GitTargets {
    private static final String PLACE = "git";

    private final JdbcClient database;
    private final SecretBox box;

    GitTargets(JdbcClient database, SecretBox box) {
        this.database = database;
        this.box = box;
    }

    /** @param secret a password or a private key; the one before stays if it is left out */
    record Wanted(
            boolean isOn, String address, String account, Optional<String> secret, boolean isKey, String hostKey) {}

    @Transactional(readOnly = true)
    public GitTarget get() {
        return database.sql("select * from git_target")
                .query((row, number) -> of(row))
                .single();
    }

    private static GitTarget of(ResultSet row) throws SQLException {
        return new GitTarget(
                row.getBoolean("is_on"),
                row.getString("address"),
                row.getString("account"),
                Optional.ofNullable(row.getBytes("sealed")),
                row.getBoolean("is_key"),
                row.getString("host_key"),
                row.getString("seen_key"),
                commit(row, "head"),
                moment(row, "written_at"),
                moment(row, "tried_at"),
                moment(row, "pushed_at"),
                commit(row, "pushed_head"),
                row.getString("problem"));
    }

    private static Optional<ObjectId> commit(ResultSet row, String column) throws SQLException {
        return Optional.ofNullable(row.getBytes(column)).map(ObjectId::fromRaw);
    }

    private static Optional<Instant> moment(ResultSet row, String column) throws SQLException {
        return Optional.ofNullable(row.getTimestamp(column)).map(Timestamp::toInstant);
    }

    /** A secret goes to no other address than the one that it was given for. */
    @Transactional
    public void want(Wanted wanted) {
        GitTarget before = get();
        boolean isElsewhere = !before.address().equals(wanted.address());
        byte[] kept = wanted.secret()
                .map(secret -> box.seal(secret, PLACE))
                .or(() -> isElsewhere ? Optional.empty() : before.sealed())
                .orElse(null);
        database.sql("""
                        update git_target set is_on = :on, address = :address, account = :account, sealed = :sealed,
                          is_key = :key, host_key = :host, seen_key = '', problem = '', tried_at = null,
                          pushed_head = case when address = :address then pushed_head end,
                          pushed_at = case when address = :address then pushed_at end""")
                .param("on", wanted.isOn())
                .param("address", wanted.address())
                .param("account", wanted.account())
                .param("sealed", kept, Types.BINARY)
                .param("key", wanted.secret().isPresent() ? wanted.isKey() : before.isKey())
                .param("host", wanted.hostKey())
                .update();
    }

    Optional<String> secret(GitTarget target) {
        return target.sealed().map(bytes -> box.open(bytes, PLACE));
    }

    @Transactional
    public void wrote(ObjectId head, Instant at) {
        database.sql("update git_target set head = ?, written_at = ?")
                .params(raw(head), Timestamp.from(at))
                .update();
    }

    @Transactional
    public void pushed(Instant at) {
        database.sql("""
                        update git_target set pushed_head = head, pushed_at = :at, tried_at = :at, problem = '',
                          seen_key = ''""").param("at", Timestamp.from(at)).update();
    }

    /** The remote lacks something, though it has the newest commit. */
    @Transactional
    public void unpushed() {
        database.sql("update git_target set pushed_head = null").update();
    }

    @Transactional
    public void failed(String problem, String seenKey, Instant at) {
        database.sql("update git_target set problem = ?, seen_key = ?, tried_at = ?")
                .params(problem, seenKey, Timestamp.from(at))
                .update();
    }

    @Transactional
    public void succeeded(Instant at) {
        database.sql("update git_target set problem = '', seen_key = '', tried_at = ?")
                .params(Timestamp.from(at))
                .update();
    }

    static byte[] raw(ObjectId commit) {
        byte[] raw = new byte[Constants.OBJECT_ID_LENGTH];
        commit.copyRawTo(raw, 0);
        return raw;
    }
}
