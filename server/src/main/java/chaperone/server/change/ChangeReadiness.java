package chaperone.server.change;

import chaperone.core.change.Remark;
import chaperone.core.standard.Clause.Binding;
import chaperone.server.problem.ProblemException;
import chaperone.server.standard.Soundness;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/** Whether a change may be sent as it stands now: asked when it is proposed, when it is approved, and when it runs. */
@Component
class ChangeReadiness {
    private final ChangePlans plans;
    private final Soundness soundness;

    ChangeReadiness(ChangePlans plans, Soundness soundness) {
        this.plans = plans;
        this.soundness = soundness;
    }

    /**
     * The plans that are to be sent, in the order in which their devices are told.
     *
     * @throws ProblemException if there is nothing to send, or something in its way
     */
    List<DevicePlan> of(Change change) {
        List<DevicePlan> all = plans.of(change);
        String bad = all.stream()
                .filter(plan -> !plan.target().misfits().isEmpty())
                .map(plan -> plan.device().name())
                .collect(Collectors.joining(", "));
        if (!bad.isEmpty()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "edits-do-not-fit",
                    "Edits do not fit what stands on " + bad + ".",
                    "Open the preview: it names the statements. Mend or take out those edits.",
                    Map.of("devices", bad));
        }
        List<DevicePlan> altered = inOrder(
                change, all.stream().filter(plan -> plan.target().isReady()).toList());
        if (altered.isEmpty()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "nothing-to-send",
                    "C-" + change.id() + " would alter nothing.",
                    "Add an edit that does.");
        }
        refuseBreaches(altered);
        refuseUnknowing(change, altered);
        refuseUnwarned(change, altered);
        boolean losesLines =
                !change.savesFirst() && altered.stream().anyMatch(plan -> plan.has(Remark.Kind.UNSAVED_LINES));
        if (losesLines) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "unsaved-lines",
                    "A device runs lines that it has not saved; its guard would lose them.",
                    "Choose to save them first, or save them on the device and copy it again.");
        }
        return altered;
    }

    private static List<DevicePlan> inOrder(Change change, List<DevicePlan> plans) {
        Map<String, Integer> places = new HashMap<>();
        for (String name : change.order()) places.putIfAbsent(name, places.size());
        return plans.stream()
                .sorted(Comparator.comparing(
                        plan -> places.getOrDefault(plan.device().name(), Integer.MAX_VALUE)))
                .toList();
    }

    private static void refuseUnknowing(Change change, List<DevicePlan> altered) {
        List<String> names = altered.stream()
                .filter(DevicePlan::needsWords)
                .map(plan -> plan.device().name())
                .toList();
        if (names.isEmpty() || !change.acknowledged().isBlank()) return;
        throw new ProblemException(
                HttpStatus.CONFLICT,
                "not-acknowledged",
                "What " + String.join(", ", names) + " is called by is altered, and no guard would lead it back.",
                "Say in words that you know, at the change.",
                Map.of("devices", names));
    }

    /** What the change would break of one kind; what was broken before does not count. */
    private List<String> broken(List<DevicePlan> altered, Binding binding) {
        List<String> broken = new ArrayList<>();
        for (DevicePlan plan : altered) {
            String before = plan.target().promise().base();
            soundness.breaches(plan.device(), before, plan.target().promise().text()).stream()
                    .filter(breach -> breach.binding() == binding)
                    .map(breach -> plan.device().name() + " would break " + breach.standard() + " " + breach.tag())
                    .forEach(broken::add);
        }
        return broken;
    }

    private void refuseBreaches(List<DevicePlan> altered) {
        List<String> refused = broken(altered, Binding.REFUSE);
        if (refused.isEmpty()) return;
        throw new ProblemException(
                HttpStatus.CONFLICT,
                "refused-by-standard",
                String.join("; ", refused) + ".",
                "Open the preview: it names the statements. Mend the edits, or the standard.",
                Map.of("clauses", refused));
    }

    /**
     * A clause that warns lets a change through whose people say in words that they know. What an undo brings back stood
     * before the change that it undoes: whoever takes something back in the night is not held up by it.
     */
    private void refuseUnwarned(Change change, List<DevicePlan> altered) {
        if (!change.acknowledged().isBlank() || change.undoes().isPresent()) return;
        List<String> warned = broken(altered, Binding.WARN);
        if (warned.isEmpty()) return;
        throw new ProblemException(
                HttpStatus.CONFLICT,
                "not-acknowledged",
                String.join("; ", warned) + ".",
                "Say in words that you know, at the change; or mend the edits.",
                Map.of("clauses", warned));
    }
}
