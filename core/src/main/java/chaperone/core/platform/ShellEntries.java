package chaperone.core.platform;

import chaperone.core.platform.ShellDialogue.Paging;
import chaperone.core.platform.ShellDialogue.Raise;
import chaperone.core.platform.ShellDialogue.TelnetLogin;

/** Reads the block {@code shell}. */
final class ShellEntries {
    private ShellEntries() {}

    static ShellDialogue read(YamlBlock block) {
        return new ShellDialogue(
                block.pattern("prompt"),
                block.optionalBlock("raise").map(ShellEntries::raise),
                block.optionalBlock("page").map(ShellEntries::page),
                block.pattern("refusal"),
                block.text("leave"),
                block.optionalBlock("telnet").map(ShellEntries::telnet));
    }

    private static Raise raise(YamlBlock block) {
        return new Raise(block.pattern("prompt"), block.text("command"), block.pattern("asks"));
    }

    private static Paging page(YamlBlock block) {
        return new Paging(block.text("off"), block.text("ends-with"), block.text("next"));
    }

    private static TelnetLogin telnet(YamlBlock block) {
        return new TelnetLogin(block.pattern("asks-account"), block.pattern("asks-password"), block.pattern("refused"));
    }
}
