package chaperone.core.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.address.ListOutcome;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class HeaderGuessTest {
    @Test
    void headersOfAForeignListAreGuessedAndRemembered() {
        String csv = "Asset,Mgmt IP,Location,Remarks\nA-1,192.0.2.1,Dunsay,x\n";
        HeaderGuess.Guess guess = HeaderGuess.of(csv, Map.of("asset", "tags"));
        assertThat(guess.meanings())
                .containsEntry("asset", "tags")
                .containsEntry("mgmt ip", "address")
                .containsEntry("location", "site")
                .containsEntry("remarks", AddressList.IGNORED);
        List<AddressLine> read = AddressList.read(csv, guess.meanings()).orThrow(AssertionError::new);
        assertThat(read).singleElement().satisfies(line -> {
            assertThat(line.host()).isEqualTo("192.0.2.1");
            assertThat(line.site()).contains("Dunsay");
            assertThat(line.tags()).containsExactly("A-1");
        });
        assertThat(HeaderGuess.of("192.0.2.1\n192.0.2.2\n", Map.of()).headers()).isEmpty();
    }

    @Test
    void aListNamesSetsPlatformsAndTags() {
        List<AddressLine> read = AddressList.read(
                        "address,credentials,platform,tags\n192.0.2.1,switches,corvane,quay; cards\n")
                .orThrow(AssertionError::new);
        assertThat(read.get(0).credentials()).contains("switches");
        assertThat(read.get(0).platform()).contains("corvane");
        assertThat(read.get(0).tags()).containsExactly("quay", "cards");
        assertThat(AddressList.read("address,tags\n192.0.2.1,a/b\n")).isInstanceOf(ListOutcome.Malformed.class);
    }
}
