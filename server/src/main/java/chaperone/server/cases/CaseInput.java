package chaperone.server.cases;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A case as people write it.
 *
 * @param people the names of their accounts
 * @param dueOn by the end of which day
 */
public record CaseInput(
        @NotBlank @Size(max = 120) String title,
        @NotNull @Size(max = 50) Set<@NotBlank @Size(max = 40) String> people,
        Optional<LocalDate> dueOn) {

    /** What can be in a case. */
    public enum ItemKind {
        FINDING,
        DRIFT,
        CHANGE,
        DEVICE
    }

    /**
     * Something to be put into a case.
     *
     * @param device of all but a change
     * @param standard of a finding; so is {@code tag}
     * @param change its number
     */
    public record CaseItemInput(
            @NotNull ItemKind kind,
            Optional<@Size(max = 253) String> device,
            Optional<@Size(max = 60) String> standard,
            Optional<@Size(max = 20) String> tag,
            Optional<Long> change) {}

    /** @param text with which the conversation begins */
    public record NewCaseInput(
            @NotNull @Valid CaseInput about,
            @NotNull @Size(max = 500) List<@Valid @NotNull CaseItemInput> items,
            Optional<@Size(max = 4000) String> text) {}

    record CaseItemsInput(@NotNull @Size(min = 1, max = 500) List<@Valid @NotNull CaseItemInput> items) {}

    record CaseMessageInput(@NotBlank @Size(max = 4000) String text) {}
}
