package chaperone.server.export;

import chaperone.core.config.ConfigBytes;
import chaperone.core.mask.MaskedConfig;
import chaperone.server.content.Contents;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.secret.SecretMasks;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The newest configurations of all devices, as the files of a ZIP; each is read when its turn comes. */
@Component
class CurrentConfigurations {
    private static final String NEWEST = """
            select distinct on (d.name, r.kind) r.*, d.name as device, d.platform,
              coalesce(s.name, '') as site, '' as source_author
            from device d join revision r on r.device_id = d.id left join site s on s.id = d.site_id
            where r.kind in ('RUNNING', 'SAVED') order by d.name, r.kind, r.number desc""";

    private final JdbcClient database;
    private final Contents contents;
    private final PlatformRegistry platforms;
    private final SecretMasks masks;
    private final TransactionTemplate transaction;

    private record Current(KeptRevision revision, String platform) {}

    CurrentConfigurations(
            JdbcClient database,
            Contents contents,
            PlatformRegistry platforms,
            SecretMasks masks,
            TransactionTemplate transaction) {
        this.database = database;
        this.contents = contents;
        this.platforms = platforms;
        this.masks = masks;
        this.transaction = transaction;
    }

    /** @param isMasked as everybody may see them; else to the byte */
    void write(OutputStream out, boolean isMasked) throws IOException {
        List<String> damaged = new ArrayList<>();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Current each : newest()) {
                Optional<byte[]> bytes = transaction.execute(
                        status -> contents.readIfSound(each.revision().digest()));
                String name = each.revision().siteFolder() + "/"
                        + each.revision().deviceFolder() + "-"
                        + each.revision().kind() + ".conf";
                if (bytes == null || bytes.isEmpty()) damaged.add(name);
                else put(zip, name, each, isMasked ? masked(each, bytes.get()) : bytes.get());
            }
            if (!damaged.isEmpty()) {
                zip.putNextEntry(new ZipEntry("DAMAGED.txt"));
                zip.write(ConfigBytes.encode(String.join("\n", damaged) + "\n"));
            }
        }
    }

    private List<Current> newest() {
        return database.sql(NEWEST)
                .query((row, number) -> new Current(KeptRevision.of(row), row.getString("platform")))
                .list();
    }

    private static void put(ZipOutputStream zip, String name, Current current, byte[] bytes) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setLastModifiedTime(FileTime.from(current.revision().at()));
        zip.putNextEntry(entry);
        zip.write(bytes);
        zip.closeEntry();
    }

    private byte[] masked(Current current, byte[] bytes) {
        MaskedConfig shown = masks.of(platforms.get(current.platform()), ConfigBytes.decode(bytes));
        return ConfigBytes.encode(shown.text());
    }
}
