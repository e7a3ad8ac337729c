package chaperone.server.trial;

import chaperone.connect.Connector;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Target;
import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigProblem;
import chaperone.core.config.ConfigText;
import chaperone.core.fact.Facts;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Recognition;
import chaperone.core.table.Table;
import chaperone.core.table.TableReader;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.platform.ReadView;
import chaperone.server.secret.SecretMasks;
import chaperone.server.trial.TrialStep.Exchange;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** Goes through all that a platform says of a device, and tells each step as it is reached. One trial, one thread. */
final class Trial implements ConversationListener {
    private static final int LONGEST_ANSWER = 20_000;

    private final Platform platform;
    private final SecretMasks masks;
    private final Consumer<TrialStep> told;
    private final List<Exchange> exchanges = new ArrayList<>();

    Trial(Platform platform, SecretMasks masks, Consumer<TrialStep> told) {
        this.masks = masks;
        this.platform = platform;
        this.told = told;
    }

    void run(Connector connector, Target target) {
        try (Conversation conversation = connector.open(target, platform, this)) {
            recognise(conversation);
            facts(conversation);
            configuration(conversation, "running", platform.copy().running());
            platform.copy().saved().ifPresent(request -> configuration(conversation, "saved", request));
            platform.tables().forEach(reader -> table(conversation, reader));
            tell(TrialStep.Kind.ENDED, true, "all that the platform says was tried");
        } catch (ConversationException e) {
            ConversationOutcome outcome = ConversationOutcome.of(e.kind());
            step(TrialStep.Kind.ENDED, false, outcome.meaning() + " " + e.seen(), outcome.advice());
        }
    }

    @Override
    public void opened(Conversation conversation) {
        // It belongs to this thread alone and ends with it.
    }

    @Override
    public void reached(Step step, String seen) {
        if (step != Step.RECOGNISED) tell(TrialStep.Kind.valueOf(step.name()), true, seen);
    }

    @Override
    public void exchanged(String request, String answer) {
        // Masked before it is cut: half a secret looks like none.
        String shown = masks.shown(platform, answer);
        boolean cut = shown.length() > LONGEST_ANSWER;
        exchanges.add(new Exchange(request, cut ? shown.substring(0, LONGEST_ANSWER) : shown, cut));
    }

    private void recognise(Conversation conversation) {
        if (platform.recognition().isEmpty()) {
            tell(TrialStep.Kind.RECOGNISED, true, "this platform is used only where somebody chooses it");
            return;
        }
        Recognition recognition = platform.recognition().get();
        attempt(TrialStep.Kind.RECOGNISED, recognition.request(), () -> {
            boolean fits = recognition
                    .answer()
                    .matcher(conversation.ask(recognition.request()))
                    .find();
            tell(
                    TrialStep.Kind.RECOGNISED,
                    fits,
                    fits ? "the answer fits" : "no line of the answer fits the pattern " + recognition.answer());
        });
    }

    private void facts(Conversation conversation) {
        attempt(TrialStep.Kind.FACTS_FOUND, platform.facts().request(), () -> {
            Facts facts = platform.facts().read(conversation::ask);
            boolean found = facts.name().isPresent();
            tell(
                    TrialStep.Kind.FACTS_FOUND,
                    found,
                    fact("name", facts.name()) + ", " + fact("model", facts.model()) + ", "
                            + fact("serial", facts.serial()) + ", " + fact("release", facts.release())
                            + facts.storage()
                                    .map(room -> ", " + count(room.free(), "byte") + " free")
                                    .orElse("")
                            + facts.modules()
                                    .map(modules -> ", " + count(modules.size(), "module"))
                                    .orElse(""));
        });
    }

    private static String fact(String name, Optional<String> value) {
        return name + " " + value.orElse("not found");
    }

    private void configuration(Conversation conversation, String which, String request) {
        attempt(TrialStep.Kind.CONFIGURATION_READ, request, () -> {
            String text = conversation.ask(request);
            var shortfall = platform.copy().shortfallOf(text);
            String size = which + ": " + count(ConfigBytes.encode(text).length, "byte") + " in "
                    + count(ConfigText.linesWithEndings(text).size(), "line");
            tell(
                    TrialStep.Kind.CONFIGURATION_READ,
                    shortfall.isEmpty() && !text.isBlank(),
                    shortfall
                            .map(s -> size + ", but " + s.announced() + " bytes were announced")
                            .orElse(size));
            tree(which, ReadView.of(platform, masks.of(platform, text)));
        });
    }

    private void tree(String which, ReadView view) {
        String size = which + ": " + count(view.statements(), "statement") + " at " + count(view.levels(), "level");
        String problems = view.problems().stream().limit(3).map(Trial::place).collect(Collectors.joining("; "));
        tell(TrialStep.Kind.TREE_BUILT, view.accepted(), problems.isEmpty() ? size : size + "; " + problems);
        tell(
                TrialStep.Kind.WRITTEN_BACK,
                view.firstDifference().isEmpty(),
                view.firstDifference()
                        .map(Trial::place)
                        .orElse(which + ": the text written back is the same to the byte"));
    }

    private static String place(ConfigProblem problem) {
        return "line " + (problem.line() + 1) + ", column " + (problem.column() + 1) + ": " + problem.message();
    }

    private void table(Conversation conversation, TableReader reader) {
        attempt(TrialStep.Kind.TABLE_READ, reader.request(), () -> {
            Table table = reader.read(conversation.ask(reader.request()));
            String name = reader.kind().name().toLowerCase(Locale.ROOT);
            String first = table.rows().stream()
                    .findFirst()
                    .map(row -> ", the first is " + String.join(" ", row.cells()))
                    .orElse("");
            tell(
                    TrialStep.Kind.TABLE_READ,
                    !table.rows().isEmpty(),
                    name + ": " + count(table.rows().size(), "row") + first);
        });
    }

    /** A request that the device refuses is a step that was not reached; the next ones may be. */
    private void attempt(TrialStep.Kind kind, String request, Runnable work) {
        try {
            work.run();
        } catch (ConversationException e) {
            ConversationOutcome outcome = ConversationOutcome.of(e.kind());
            if (outcome != ConversationOutcome.COMMAND_REFUSED) throw e;
            exchanged(request, e.seen());
            step(kind, false, outcome.meaning() + " " + e.seen(), outcome.advice());
        }
    }

    private void tell(TrialStep.Kind kind, boolean reached, String seen) {
        step(kind, reached, seen, "");
    }

    private void step(TrialStep.Kind kind, boolean reached, String seen, String advice) {
        told.accept(new TrialStep(kind, reached, masks.shown(platform, seen), advice, List.copyOf(exchanges)));
        exchanges.clear();
    }

    private static String count(long number, String what) {
        return String.format(Locale.ROOT, "%,d", number) + " " + what + (number == 1 ? "" : "s");
    }
}
