package chaperone.core.inventory;

import static org.assertj.core.api.Assertions.assertThat;

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
        AddressList.Outcome.Read read = (AddressList.Outcome.Read) AddressList.read(csv, guess.meanings());
        assertThat(read.lines()).singleElement().satisfies(line -> {
            assertThat(line.host()).isEqualTo("192.0.2.1");
            assertThat(line.site()).contains("Dunsay");
            assertThat(line.tags()).containsExactly("A-1");
        });
        assertThat(HeaderGuess.of("192.0.2.1\n192.0.2.2\n", Map.of()).headers()).isEmpty();
    }

    @Test
    void aListNamesSetsPlatformsAndTags() {
        AddressList.Outcome.Read read = (AddressList.Outcome.Read)
                AddressList.read("address,credentials,platform,tags\n192.0.2.1,switches,corvane,quay; cards\n");
        assertThat(read.lines().get(0).credentials()).contains("switches");
        assertThat(read.lines().get(0).platform()).contains("corvane");
        assertThat(read.lines().get(0).tags()).containsExactly("quay", "cards");
        assertThat(AddressList.read("address,tags\n192.0.2.1,a/b\n")).isInstanceOf(AddressList.Outcome.Malformed.class);
    }
}
