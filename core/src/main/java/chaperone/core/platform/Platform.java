package chaperone.core.platform;

import chaperone.core.config.ConfigTree;
import chaperone.core.config.Grammar;
import chaperone.core.noise.Noise;
import chaperone.core.patch.EditRequests;
import chaperone.core.patch.EditWay;
import chaperone.core.structure.Structure;
import chaperone.core.table.TableReader;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Optional;

/**
 * A device family: how it is recognised and talked to, how its configuration is written, what in it is noise
 * and what is secret. Requests are written in the language of the dialogue's protocol.
 *
 * @param name the key by which devices refer to it
 * @param title the name that people read
 * @param recognition none if the platform is used only where somebody chooses it
 * @param software none if the platform does not say how its software is renewed
 * @param quickCheck none if the family offers nothing that moves with the configuration
 * @param firstContact none if the platform does not say what a factory-new device needs
 * @param ownPage the address of the page that a device shows of itself, with {@code {}} for its host and port
 * @param log what the family's log messages tell of people; none if it is not said
 * @param keepsOddParts whether a text that does not keep to the grammar is taken all the same
 * @param readOnly fits requests that alter nothing, so that people may choose what is asked; none if it is not said
 */
public record Platform(
        String name,
        String title,
        Dialogue dialogue,
        Optional<Recognition> recognition,
        CopyRequests copy,
        Grammar grammar,
        boolean keepsOddParts,
        Structure structure,
        Noise noise,
        Secrets secrets,
        FactPatterns facts,
        List<TableReader> tables,
        Optional<FileWay> files,
        Optional<SoftwareRequests> software,
        Optional<EditRequests> edit,
        Optional<QuickCheck> quickCheck,
        Optional<FirstContact> firstContact,
        Optional<String> ownPage,
        Optional<LogPatterns> log,
        Optional<Pattern> readOnly) {

    public Platform {
        tables = List.copyOf(tables);
    }

    /** How edits are planned; none if the platform does not say. */
    public Optional<EditWay> editWay() {
        return edit.flatMap(EditRequests::way);
    }

    /** A configuration has secrets that are known where it is read as one; of an answer, line by line, they are not. */
    private boolean showsConfiguration(String request) {
        String plain = String.join(" ", request.strip().split("\\s+"));
        return plain.startsWith(copy.running())
                || copy.saved().filter(plain::startsWith).isPresent();
    }

    /** Whether a request is one line that is known to alter nothing, and asks for something else than a configuration. */
    public boolean onlyReads(String request) {
        boolean isOneLine = request.lines().count() == 1;
        return isOneLine
                && !showsConfiguration(request)
                && readOnly.filter(pattern -> pattern.matches(request)).isPresent();
    }

    /** Whether a configuration with this tree can be taken for a whole and sound one. */
    public boolean accepts(ConfigTree tree) {
        return keepsOddParts || tree.problems().isEmpty();
    }
}
