package chaperone.server.waiting;

import chaperone.core.change.DeviceState;
import chaperone.server.change.Changes;
import chaperone.server.event.ServerEvent;
import chaperone.server.event.ServerEventListener;
import chaperone.server.run.RunViews;
import chaperone.server.run.RunViews.ChangeRunView;
import chaperone.server.waiting.ChangeOutcome.DeviceOutcome;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.context.request.async.DeferredResult;

/** Requests that wait for the end of a change's run, without holding a thread. */
@Component
class OutcomeWaits implements ServerEventListener {
    private static final int MOST = 200;

    private final Changes changes;
    private final RunViews runs;
    private final TransactionTemplate transaction;
    /** By the change's number. */
    private final Map<DeferredResult<ChangeOutcome>, Long> waiting = new ConcurrentHashMap<>();

    OutcomeWaits(Changes changes, RunViews runs, TransactionTemplate transaction) {
        this.changes = changes;
        this.runs = runs;
        this.transaction = transaction;
    }

    /** Answered when the run has ended, or with what stands when the time is up; at once if too many wait already. */
    DeferredResult<ChangeOutcome> outcome(long number, Duration most) {
        DeferredResult<ChangeOutcome> answer = new DeferredResult<>(most.toMillis());
        boolean mayWait = !most.isZero() && waiting.size() < MOST;
        if (mayWait) {
            answer.onCompletion(() -> waiting.remove(answer));
            answer.onTimeout(() -> answer.setResult(now(number)));
        }
        // Nothing waits for a change that is not there.
        ChangeOutcome now = now(number);
        if (!mayWait || now.isOver()) {
            answer.setResult(now);
            return answer;
        }
        waiting.put(answer, number);
        // It may have ended before anybody waited to be told.
        answerIfOver(answer, now(number));
        return answer;
    }

    @Override
    public void heard(ServerEvent heard) {
        if (!heard.kind().equals("change") || !waiting.containsValue(heard.id())) return;
        ChangeOutcome now = now(heard.id());
        waiting.forEach((answer, number) -> {
            if (number == heard.id()) answerIfOver(answer, now);
        });
    }

    private void answerIfOver(DeferredResult<ChangeOutcome> answer, ChangeOutcome now) {
        if (!now.isOver()) return;
        answer.setResult(now);
        waiting.remove(answer);
    }

    private ChangeOutcome now(long number) {
        return transaction.execute(status -> read(number));
    }

    private ChangeOutcome read(long number) {
        Optional<ChangeRunView> run = runs.newest(number);
        List<DeviceOutcome> devices = run.map(ChangeRunView::devices).orElse(List.of()).stream()
                .map(line ->
                        new DeviceOutcome(line.device(), line.state(), line.state() == DeviceState.KEPT, line.fact()))
                .toList();
        boolean isOver = run.flatMap(ChangeRunView::endedAt).isPresent();
        boolean success = isOver && devices.stream().allMatch(DeviceOutcome::success);
        return new ChangeOutcome(
                number, changes.get(number).state(), isOver, success, run.map(ChangeRunView::number), devices);
    }
}
