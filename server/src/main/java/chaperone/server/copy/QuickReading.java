package chaperone.server.copy;

import chaperone.connect.Connector;
import chaperone.connect.FactReading;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.FailureKind;
import chaperone.core.fact.Facts;
import chaperone.core.platform.Platform;
import chaperone.server.copy.CopyContext.Sheet;
import chaperone.server.platform.PlatformRegistry;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Looks at a device between copies: facts and the platform's quick check; a copy only when something has moved. */
@Component
public class QuickReading {
    private static final String NOTE = """
            with noted as (
              update device set last_tried_at = :at, checked_at = :at, version = version + 1 where id = :device)
            select set_config('synchronous_commit', 'off', true)""";

    private final CopyContext contexts;
    private final DeviceCopy copies;
    private final CopyStore store;
    private final Connector connector;
    private final PlatformRegistry platforms;
    private final JdbcClient database;
    private final Clock clock;

    /** What a look came to. */
    public enum Seen {
        SAME,
        COPIED,
        FAILED,
        GONE
    }

    QuickReading(
            CopyContext contexts,
            DeviceCopy copies,
            CopyStore store,
            Connector connector,
            PlatformRegistry platforms,
            JdbcClient database,
            Clock clock) {
        this.contexts = contexts;
        this.copies = copies;
        this.store = store;
        this.connector = connector;
        this.platforms = platforms;
        this.database = database;
        this.clock = clock;
    }

    /**
     * @param fullAfter how old a copy may be before it is taken anew although nothing seems to have changed
     * @param tablesAfter how old tables may be before they are read anew
     */
    public Seen read(long device, Duration fullAfter, Duration tablesAfter) {
        Optional<Sheet> found = contexts.of(device);
        if (found.isEmpty()) return Seen.GONE;
        Sheet sheet = found.get();
        Platform platform = platforms.get(sheet.platform());
        try (Conversation conversation = connector.open(sheet.target(), platform, ConversationListener.NONE)) {
            boolean mayBeSame =
                    isFresh(sheet, fullAfter) && !sheet.facts().mark().isEmpty();
            if (!mayBeSame || !isAsMarked(sheet, conversation, platform)) {
                copies.store(device, sheet, copies.retrieve(conversation, sheet, platform, tablesAfter));
                return Seen.COPIED;
            }
            noteSame(device, sheet, FactReading.of(conversation, platform));
            copies.keep(device, copies.answersIfOld(conversation, sheet, platform, tablesAfter));
            return Seen.SAME;
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.STOPPED) store.failed(device, e.kind().name());
            return Seen.FAILED;
        }
    }

    private static boolean isAsMarked(Sheet sheet, Conversation conversation, Platform platform) {
        return sheet.facts()
                .mark()
                .equals(FactReading.quickly(conversation, platform).mark());
    }

    private boolean isFresh(Sheet sheet, Duration fullAfter) {
        Instant limit = clock.instant().minus(fullAfter);
        return sheet.running().isPresent()
                && sheet.facts().lastCopyAt().filter(limit::isBefore).isPresent();
    }

    private void noteSame(long device, Sheet sheet, Facts facts) {
        if (!sheet.facts().cover(facts, clock.instant())) {
            store.answered(device, facts);
            return;
        }
        database.sql(NOTE)
                .param("at", Timestamp.from(clock.instant()))
                .param("device", device)
                .query(String.class)
                .optional();
    }
}
