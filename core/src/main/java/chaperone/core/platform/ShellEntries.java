package chaperone.core.platform;

import chaperone.core.platform.ShellDialogue.Paging;
import chaperone.core.platform.ShellDialogue.Privilege;
import chaperone.core.platform.ShellDialogue.TelnetLogin;

/** Reads the block {@code shell}. */
final class ShellEntries {
    private ShellEntries() {}

    static ShellDialogue read(YamlBlock block) {
        return new ShellDialogue(
                block.pattern("prompt"),
                block.optionalBlock("privilege").map(ShellEntries::privilege),
                block.optionalBlock("paging").map(ShellEntries::paging),
                block.pattern("error"),
                block.text("logout"),
                block.optionalBlock("telnet").map(ShellEntries::telnet));
    }

    private static Privilege privilege(YamlBlock block) {
        return new Privilege(block.pattern("prompt"), block.text("command"), block.pattern("password-prompt"));
    }

    private static Paging paging(YamlBlock block) {
        return new Paging(block.text("off"), block.text("more-prompt"), block.text("next-key"));
    }

    private static TelnetLogin telnet(YamlBlock block) {
        return new TelnetLogin(
                block.pattern("account-prompt"), block.pattern("password-prompt"), block.pattern("login-refused"));
    }
}
