package chaperone.server.compare;

import chaperone.core.config.ConfigDocument;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.noise.Noise;
import chaperone.core.noise.NoiseMarkedConfig;
import chaperone.core.platform.Platform;
import chaperone.server.compare.CompareView.EndView;
import chaperone.server.revision.ConfigKind;
import chaperone.server.secret.SecretMasks;
import java.util.Optional;

/**
 * One of the two things that are compared, as the device said it.
 *
 * @param masked what of it is shown
 */
record CompareEnd(
        Optional<String> device,
        Optional<ConfigKind> kind,
        Optional<Integer> number,
        Platform platform,
        Noise noise,
        NoiseMarkedConfig config,
        MaskedConfig masked) {

    /** A text that is nobody's copy. */
    static CompareEnd of(Platform platform, Noise noise, SecretMasks masks, String text) {
        ConfigDocument document = ConfigDocument.read(platform.grammar(), text);
        return new CompareEnd(
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                platform,
                noise,
                noise.in(document),
                masks.of(platform, document));
    }

    /** The text to the byte, secrets and all: for an exact difference only. */
    String whole() {
        return document().text();
    }

    ConfigDocument document() {
        return config.document();
    }

    EndView view() {
        return new EndView(device, kind, number, platform.name(), document().lineCount());
    }

    /** For the head of a unified difference and the name of its file. */
    String title() {
        return device.map(name -> name + "-" + kind.orElseThrow().word()
                        + number.map(n -> "-" + n).orElse(""))
                .orElse("pasted");
    }
}
