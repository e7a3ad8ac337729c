package chaperone.core.platform;

import chaperone.core.compare.Noise;
import chaperone.core.config.IndentedGrammar;

/**
 * A device family: how it is recognised and talked to, how its configuration is written, what in it is noise
 * and what is secret.
 *
 * @param name the key by which devices refer to it
 * @param title the name that people read
 */
public record Platform(
        String name,
        String title,
        Recognition recognition,
        ShellDialogue shell,
        CopyCommands copy,
        IndentedGrammar grammar,
        Noise noise,
        Secrets secrets,
        FactPatterns facts) {}
