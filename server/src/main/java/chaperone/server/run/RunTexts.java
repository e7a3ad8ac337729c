package chaperone.server.run;

import chaperone.core.change.Promise;
import chaperone.core.config.ConfigBytes;
import chaperone.server.secret.SecretBox;
import org.springframework.stereotype.Component;

/** What a run started from and what it promised, sealed as they are kept. */
@Component
class RunTexts {
    private final SecretBox box;

    RunTexts(SecretBox box) {
        this.box = box;
    }

    byte[] seal(long run, long device, String text) {
        return box.seal(ConfigBytes.encode(text), place(run, device));
    }

    Promise promise(RunDevice line) {
        String place = place(line.run(), line.device());
        return new Promise(
                ConfigBytes.decode(box.openBytes(line.base(), place)),
                ConfigBytes.decode(box.openBytes(line.promise(), place)));
    }

    /** What stood when the device was kept; what was promised, before that. */
    String kept(RunDevice line) {
        return line.kept()
                .map(kept -> ConfigBytes.decode(box.openBytes(kept, place(line.run(), line.device()))))
                .orElseGet(() -> promise(line).text());
    }

    private static String place(long run, long device) {
        return "run " + run + " device " + device;
    }
}
