package chaperone.server.secret;

import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigDocument;
import chaperone.core.config.TextRange;
import chaperone.core.config.TextRanges;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.platform.Platform;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Masks the secrets of configurations and of whatever else a device says: the one way out of the server for them. */
@Component
public class SecretMasks {
    private final SecretBox box;

    SecretMasks(SecretBox box) {
        this.box = box;
    }

    public MaskedConfig of(Platform platform, ConfigDocument document) {
        return platform.secrets().masked(document, box::tag);
    }

    public MaskedConfig of(Platform platform, String text) {
        return of(platform, ConfigDocument.read(platform.grammar(), text));
    }

    /** Text of which nobody knows the platform: what is a secret in any of them is one. */
    public MaskedConfig of(List<Platform> platforms, String text) {
        List<TextRange> secrets = new ArrayList<>();
        for (Platform platform : platforms) {
            secrets.addAll(platform.secrets()
                    .in(ConfigDocument.read(platform.grammar(), text))
                    .all());
        }
        ConfigDocument plain = ConfigDocument.ofText(text);
        return new MaskedConfig(plain, TextRanges.of(secrets), box::tag);
    }

    /** An answer, a line, or a part of a configuration, as a page can show it. */
    public String shown(Platform platform, String text) {
        return ConfigBytes.printable(of(platform, text).text());
    }
}
