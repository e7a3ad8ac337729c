package chaperone.core.platform;

import com.google.re2j.Pattern;

/**
 * How a conversation on the command line goes.
 *
 * @param prompt any prompt of this family, as the whole last line
 * @param privilegedPrompt the prompt at the level from which configurations can be read
 * @param raise the command that leads to the privileged level
 * @param asksPassword the question that follows {@code raise}, as the whole last line
 * @param pageOff switches paging off
 * @param pageEnd what stands at the end of a page while paging is on
 * @param pageNext the key that shows the next page
 * @param refusal a line by which the device refuses a command
 * @param leave ends the conversation
 */
public record ShellDialogue(
        Pattern prompt,
        Pattern privilegedPrompt,
        String raise,
        Pattern asksPassword,
        String pageOff,
        String pageEnd,
        String pageNext,
        Pattern refusal,
        String leave) {}
