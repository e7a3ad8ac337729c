package chaperone.core.platform;

import com.google.re2j.Pattern;
import java.util.Optional;

/**
 * How a conversation on the command line goes, over SSH or Telnet; requests are commands.
 *
 * @param prompt any prompt of this family, as the whole last line
 * @param privilege how to get to the level from which configurations can be read; none if an account has it at once
 * @param paging how paging is dealt with; none if the family has no pages
 * @param error a line by which the device refuses a command
 * @param logout ends the conversation
 * @param telnet how the device asks who is there when it is reached by Telnet; none if it never is
 */
public record ShellDialogue(
        Pattern prompt,
        Optional<Privilege> privilege,
        Optional<Paging> paging,
        Pattern error,
        String logout,
        Optional<TelnetLogin> telnet)
        implements Dialogue {

    /**
     * @param prompt the prompt at the privileged level
     * @param command leads to it
     * @param passwordPrompt the question for its password, as the whole last line
     */
    public record Privilege(Pattern prompt, String command, Pattern passwordPrompt) {}

    /**
     * @param off switches paging off
     * @param morePrompt what stands at the end of a page while paging is on
     * @param nextKey the key that shows the next page
     */
    public record Paging(String off, String morePrompt, String nextKey) {}

    /** The two questions of a Telnet log-in, each as the whole last line, and the line that refuses it. */
    public record TelnetLogin(Pattern accountPrompt, Pattern passwordPrompt, Pattern refused) {}
}
