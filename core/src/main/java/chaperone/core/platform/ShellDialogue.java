package chaperone.core.platform;

import com.google.re2j.Pattern;
import java.util.Optional;

/**
 * How a conversation on the command line goes, over SSH or Telnet; requests are commands.
 *
 * @param prompt any prompt of this family, as the whole last line
 * @param raise how to get to the level from which configurations can be read; none if an account has it at once
 * @param page how paging is dealt with; none if the family has no pages
 * @param refusal a line by which the device refuses a command
 * @param leave ends the conversation
 * @param telnet how the device asks who is there when it is reached by Telnet; none if it never is
 */
public record ShellDialogue(
        Pattern prompt,
        Optional<Raise> raise,
        Optional<Paging> page,
        Pattern refusal,
        String leave,
        Optional<TelnetLogin> telnet)
        implements Dialogue {

    /**
     * @param prompt the prompt at the privileged level
     * @param command leads to it
     * @param asks the question for its password, as the whole last line
     */
    public record Raise(Pattern prompt, String command, Pattern asks) {}

    /**
     * @param off switches paging off
     * @param endsWith what stands at the end of a page while paging is on
     * @param next the key that shows the next page
     */
    public record Paging(String off, String endsWith, String next) {}

    /** The two questions of a Telnet log-in, each as the whole last line, and the line that refuses it. */
    public record TelnetLogin(Pattern asksAccount, Pattern asksPassword, Pattern refused) {}
}
