package chaperone.server.content;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/** Stored on the real database, within a transaction as a copy is. */
class ContentsTest {
    private static TestServer server;
    private static Contents contents;
    private static JdbcClient database;
    private static TransactionTemplate transaction;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        contents = server.context().getBean(Contents.class);
        database = JdbcClient.create(server.context().getBean(javax.sql.DataSource.class));
        transaction = new TransactionTemplate(server.context().getBean(PlatformTransactionManager.class));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void givesBackWhatWasKept() {
        Random random = new Random(3);
        for (int length : new int[] {0, 1, 100, 100_000}) {
            byte[] bytes = new byte[length];
            random.nextBytes(bytes);
            assertThat(read(keep(bytes))).isEqualTo(bytes);
        }
    }

    @Test
    void keepsATextOnceHoweverOftenItComes() {
        byte[] bytes = "name brkw-core-1\n".repeat(500).getBytes(StandardCharsets.UTF_8);
        byte[] digest = keep(bytes);
        assertThat(keep(bytes)).isEqualTo(digest);
        long rows = database.sql("select count(*) from content where digest = ?")
                .param(digest)
                .query(Long.class)
                .single();
        assertThat(rows).isEqualTo(1);
        int packed = database.sql(
                        "select length(packed) from content_pack p join content c on c.pack_id = p.id where digest = ?")
                .param(digest)
                .query(Integer.class)
                .single();
        assertThat(packed).isLessThan(bytes.length / 10);
    }

    @Test
    void findsAByteThatWasFlipped() {
        byte[] digest = keep("vlan 340 \"fish market\"\n".getBytes(StandardCharsets.UTF_8));
        database.sql("update content_pack set packed = set_byte(packed, 9, 255 - get_byte(packed, 9))"
                        + " where id = (select pack_id from content where digest = ?)")
                .param(digest)
                .update();
        assertThatThrownBy(() -> read(digest))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("Stored content ");
    }

    /** A table that is empty on many devices is one content: their next readings go into its pack at the same time. */
    @Test
    void whatSomebodyElsePackedMeanwhileStays() {
        byte[] first = keep(table("a"));
        TransactionTemplate aside = new TransactionTemplate(transaction.getTransactionManager());
        aside.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        List<byte[]> later = new ArrayList<>();
        transaction.executeWithoutResult(status -> {
            contents.read(first);
            later.add(aside.execute(other -> contents.keep(table("b"), Optional.of(first))));
            later.add(contents.keep(table("c"), Optional.of(first)));
        });
        assertThat(read(first)).isEqualTo(table("a"));
        assertThat(read(later.get(0))).isEqualTo(table("b"));
        assertThat(read(later.get(1))).isEqualTo(table("c"));
        long packs = database.sql("select count(distinct pack_id) from content where digest in (:digests)")
                .param("digests", later)
                .query(Long.class)
                .single();
        assertThat(packs).isEqualTo(1);
    }

    private static byte[] table(String last) {
        Random random = new Random(5);
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < 200; i++)
            text.append("port 1/0/").append(random.nextInt(9999)).append('\n');
        return text.append(last).toString().getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void isOnlyForTransactions() {
        assertThatThrownBy(() -> contents.keep(new byte[1], Optional.empty())).hasMessageContaining("transaction");
    }

    private static byte[] keep(byte[] bytes) {
        return transaction.execute(status -> contents.keep(bytes, Optional.empty()));
    }

    private static byte[] read(byte[] digest) {
        return transaction.execute(status -> contents.read(digest));
    }
}
