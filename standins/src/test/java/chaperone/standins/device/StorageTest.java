package chaperone.standins.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StorageTest {
    private final Faults faults = new Faults();
    private final Storage storage = new Storage(faults);

    @AfterEach
    void clear() {
        storage.clear();
    }

    /** Against a map of names to sizes: files are written, written over and dropped. */
    @Property(tries = 50)
    void freeIsWhatTheFilesLeave(@ForAll @Size(max = 20) List<@IntRange(min = 0, max = 5000) Integer> sizes) {
        Storage written = new Storage(new Faults());
        try {
            long empty = written.free();
            Map<String, Long> expected = new HashMap<>();
            for (int size : sizes) {
                String name = "image-" + size % 5 + ".bin";
                if (size % 7 == 0) {
                    assertThat(written.drop(name)).isEqualTo(expected.remove(name) != null);
                } else {
                    assertThat(written.write(name, new byte[size])).isTrue();
                    expected.put(name, (long) size);
                }
                assertThat(written.sizes()).isEqualTo(expected);
                assertThat(written.free())
                        .isEqualTo(empty
                                - expected.values().stream()
                                        .mapToLong(Long::longValue)
                                        .sum());
            }
        } finally {
            written.clear();
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"../host.key", "/etc/passwd", "", ".", "..", ".hidden", "a/b", "a\\b", "name with blanks"})
    void aNameThatLeadsElsewhereIsNoFile(String name) {
        storage.write("image.bin", new byte[] {1});
        assertThat(storage.read(name)).isEmpty();
        assertThat(storage.digest(name)).isEmpty();
        assertThat(storage.drop(name)).isFalse();
    }

    @Test
    void whatDoesNotFitIsNotWritten() {
        faults.change(Fault.STORAGE_FULL, 0);
        assertThat(storage.write("image.bin", new byte[] {1})).isFalse();
        assertThat(storage.sizes()).isEmpty();
    }

    @Test
    void aFileThatWasDamagedOnItsWayHasAnotherDigest() {
        storage.write("whole.bin", new byte[100]);
        faults.change(Fault.CORRUPTS_FILE, 0);
        storage.write("damaged.bin", new byte[100]);
        assertThat(storage.digest("damaged.bin")).isPresent().isNotEqualTo(storage.digest("whole.bin"));
        assertThat(storage.sizes().get("damaged.bin")).isEqualTo(100);
    }
}
