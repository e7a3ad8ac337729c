package chaperone.server.demo;

import chaperone.server.board.BoardPart;
import chaperone.server.board.BoardPart.Kind;
import chaperone.server.board.Boards;
import chaperone.server.cases.CaseInput;
import chaperone.server.cases.CaseInput.CaseItemInput;
import chaperone.server.cases.CaseInput.ItemKind;
import chaperone.server.cases.CaseInput.NewCaseInput;
import chaperone.server.cases.Cases;
import chaperone.server.review.Reviews;
import chaperone.server.review.Reviews.ReviewInput;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** What the demo's people work on together: a case in progress, a board for the wall, a review that waits. */
@Component
@Profile("demo")
class DemoTogether {
    private static final String ENGINEER = "r.anand";
    private static final String APPROVER = "t.lindgren";
    private static final String PAYMENT = "payment network";
    private static final String ACCESS = "access and logging";
    private static final List<String> OPEN_TO_8443 = List.of("harr-core-2", "brkw-core-2");

    private final Cases cases;
    private final Boards boards;
    private final Reviews reviews;
    private final Clock clock;

    DemoTogether(Cases cases, Boards boards, Reviews reviews, Clock clock) {
        this.cases = cases;
        this.boards = boards;
        this.reviews = reviews;
        this.clock = clock;
    }

    void begin() {
        LocalDate today = clock.instant().atZone(ZoneOffset.UTC).toLocalDate();
        CaseInput about =
                new CaseInput("the quay may call port 8443", Set.of(ENGINEER), Optional.of(today.plusDays(3)));
        List<CaseItemInput> items = List.of(
                finding(OPEN_TO_8443.get(0)),
                finding(OPEN_TO_8443.get(1)),
                new CaseItemInput(
                        ItemKind.DRIFT,
                        Optional.of(OPEN_TO_8443.get(0)),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()));
        String asked = "@" + ENGINEER + " somebody opened these for a test of the gate readers. Are they still needed?";
        long number = cases.open(new NewCaseInput(about, items, Optional.of(asked)), APPROVER)
                .number();
        cases.say(number, "The test is over. I take them out in the next window.", ENGINEER);
        boards.make(
                "watch desk",
                List.of(
                        part(Kind.ANSWERS, Optional.empty()),
                        part(Kind.AGES, Optional.empty()),
                        part(Kind.SITES, Optional.of(PAYMENT)),
                        part(Kind.TREND, Optional.of(PAYMENT)),
                        part(Kind.CLAUSES, Optional.of(PAYMENT)),
                        part(Kind.DRIFT, Optional.empty())),
                ENGINEER);
        reviews.open(
                new ReviewInput(
                        ACCESS,
                        "the month, access and logging",
                        Optional.empty(),
                        clock.instant().minus(Duration.ofDays(31)),
                        Set.of(APPROVER)),
                ENGINEER);
    }

    private static CaseItemInput finding(String device) {
        return new CaseItemInput(
                ItemKind.FINDING, Optional.of(device), Optional.of(PAYMENT), Optional.of("odd-port"), Optional.empty());
    }

    private static BoardPart part(Kind kind, Optional<String> standard) {
        return new BoardPart(kind, standard, Optional.empty(), Optional.empty(), false);
    }
}
