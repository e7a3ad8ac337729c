package chaperone.server.run;

import chaperone.core.change.DeviceState;
import chaperone.server.change.Change;
import chaperone.server.change.Changes;
import chaperone.server.event.ServerEvent;
import chaperone.server.event.ServerEventListener;
import chaperone.server.run.ChangeOutcome.DeviceOutcome;
import chaperone.server.run.RunViews.ChangeRunView;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.context.request.async.DeferredResult;

/** Requests that wait for the end of a change's run, without holding a thread. */
@Component
class OutcomeWaits implements ServerEventListener {
    private static final int MOST = 200;

    private final Changes changes;
    private final ChangeRunRepository runs;
    private final RunViews views;
    private final TransactionTemplate transaction;
    private final Map<Long, Set<DeferredResult<ChangeOutcome>>> waiting = new ConcurrentHashMap<>();

    OutcomeWaits(Changes changes, ChangeRunRepository runs, RunViews views, TransactionTemplate transaction) {
        this.changes = changes;
        this.runs = runs;
        this.views = views;
        this.transaction = transaction;
    }

    /** Answered when the run has ended, or with what stands when the time is up; at once if too many wait already. */
    DeferredResult<ChangeOutcome> outcome(long number, Duration most) {
        DeferredResult<ChangeOutcome> answer = new DeferredResult<>(most.toMillis());
        boolean mayWait = !most.isZero() && waiting.size() < MOST;
        if (mayWait) {
            Set<DeferredResult<ChangeOutcome>> same =
                    waiting.computeIfAbsent(number, n -> ConcurrentHashMap.newKeySet());
            same.add(answer);
            answer.onCompletion(() -> {
                same.remove(answer);
                waiting.computeIfPresent(number, (n, left) -> left.isEmpty() ? null : left);
            });
            answer.onTimeout(() -> answer.setResult(now(number)));
        }
        // Only now: what ends in between is told to those that wait.
        ChangeOutcome now = now(number);
        if (!mayWait || now.isOver()) answer.setResult(now);
        return answer;
    }

    @Override
    public void heard(ServerEvent heard) {
        if (!heard.kind().equals("change")) return;
        Set<DeferredResult<ChangeOutcome>> same = waiting.getOrDefault(heard.id(), Set.of());
        if (same.isEmpty()) return;
        ChangeOutcome now = now(heard.id());
        if (now.isOver()) same.forEach(answer -> answer.setResult(now));
    }

    private ChangeOutcome now(long number) {
        return transaction.execute(status -> read(number));
    }

    private ChangeOutcome read(long number) {
        Change change = changes.get(number);
        Optional<ChangeRunView> run =
                runs.findFirstByChangeIdOrderByNumberDesc(number).map(views::view);
        List<DeviceOutcome> devices = run.map(ChangeRunView::devices).orElse(List.of()).stream()
                .map(line ->
                        new DeviceOutcome(line.device(), line.state(), line.state() == DeviceState.KEPT, line.fact()))
                .toList();
        boolean isOver = run.flatMap(ChangeRunView::endedAt).isPresent();
        boolean success = isOver && devices.stream().allMatch(DeviceOutcome::success);
        return new ChangeOutcome(number, change.state(), isOver, success, run.map(ChangeRunView::number), devices);
    }
}
