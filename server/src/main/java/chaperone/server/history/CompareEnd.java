package chaperone.server.history;

import chaperone.core.compare.Noise;
import chaperone.core.compare.SettledConfig;
import chaperone.core.config.ConfigDocument;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.platform.Platform;
import chaperone.server.history.CompareView.EndView;
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
        SettledConfig config,
        MaskedConfig masked) {

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
