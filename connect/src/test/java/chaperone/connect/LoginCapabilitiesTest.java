package chaperone.connect;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.connect.conversation.FileChoice;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.core.platform.Platforms;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class LoginCapabilitiesTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    corvane  | SSH           | PLATFORM | yes                 | yes                 | yes
                    corvane  | TELNET        | PLATFORM | yes                 | yes                 | no log-in by SSH
                    corvane  | TELNET,SSH    | SFTP     | yes                 | yes                 | yes
                    corvane  | NETCONF,HTTPS | PLATFORM | no log-in by SSH    | no log-in by SSH    | no log-in by SSH
                    corvane  | SSH           | HTTPS    | yes                 | yes                 | the platform takes files by SCP
                    corvane  | SSH           | NONE     | yes                 | yes                 | no transfer of files is chosen
                    altamont | TELNET        | PLATFORM | no log-in by SSH    | no log-in by SSH    | no log-in by SSH
                    pellon   | HTTPS         | PLATFORM | yes                 | yes                 | yes
                    pellon   | SSH           | SCP      | no log-in by HTTPS  | no log-in by HTTPS  | the platform takes files by HTTPS
                    plain-netconf | SSH      | PLATFORM | no log-in by NETCONF | no log-in by NETCONF | the platform names no way for files
                    """)
    void whatAChoiceMakesPossibleIsSaidInWords(
            String platform, String protocols, FileChoice files, String copy, String putBack, String imageTransfer) {
        Set<LoginProtocol> chosen =
                Arrays.stream(protocols.split(",")).map(LoginProtocol::valueOf).collect(Collectors.toSet());
        LoginCapabilities possible =
                LoginCapabilities.on(Platforms.shipped().find(platform).orElseThrow(), chosen, files);
        assertThat(possible).isEqualTo(new LoginCapabilities(why(copy), why(putBack), why(imageTransfer)));
    }

    private static Optional<String> why(String text) {
        return Optional.of(text).filter(t -> !t.equals("yes"));
    }

    /** More log-ins never make less possible. */
    @ParameterizedTest
    @EnumSource(LoginProtocol.class)
    void aFurtherLogInTakesNothingAway(LoginProtocol further) {
        Platforms.shipped().all().forEach(platform -> {
            for (LoginProtocol one : LoginProtocol.values()) {
                for (FileChoice files : FileChoice.values()) {
                    LoginCapabilities before = LoginCapabilities.on(platform, EnumSet.of(one), files);
                    LoginCapabilities after = LoginCapabilities.on(platform, EnumSet.of(one, further), files);
                    if (before.copy().isEmpty()) assertThat(after.copy()).isEmpty();
                    if (before.putBack().isEmpty()) assertThat(after.putBack()).isEmpty();
                    if (before.imageTransfer().isEmpty())
                        assertThat(after.imageTransfer()).isEmpty();
                }
            }
        });
    }
}
