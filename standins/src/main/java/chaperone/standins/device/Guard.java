package chaperone.standins.device;

import java.util.Optional;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;

/** Does something after a time unless it is ended before: how devices undo a change that cut somebody off. */
public final class Guard {
    private final Optional<ScheduledExecutorService> timer;
    private Optional<ScheduledFuture<?>> waiting = Optional.empty();
    private Runnable waitingFor = () -> {};

    public Guard(ScheduledExecutorService timer) {
        this(Optional.of(timer));
    }

    private Guard(Optional<ScheduledExecutorService> timer) {
        this.timer = timer;
    }

    /** One whose time never comes. */
    public static Guard never() {
        return new Guard(Optional.empty());
    }

    public synchronized void beginSeconds(int seconds, Runnable back) {
        end();
        waitingFor = back;
        waiting = timer.map(t -> t.schedule(() -> fire(back), seconds, TimeUnit.SECONDS));
    }

    public void beginMinutes(int minutes, Runnable back) {
        beginSeconds(minutes * 60, back);
    }

    /** As if its time were up; nothing if it is not on. */
    public void runOut() {
        Optional<Runnable> back;
        synchronized (this) {
            back = isOn() ? Optional.of(waitingFor) : Optional.empty();
            end();
        }
        back.ifPresent(Runnable::run);
    }

    private void fire(Runnable back) {
        synchronized (this) {
            waiting = Optional.empty();
        }
        back.run();
    }

    public synchronized boolean isOn() {
        return waiting.isPresent();
    }

    /** False if nothing was waiting. */
    public synchronized boolean end() {
        boolean was = waiting.isPresent();
        waiting.ifPresent(task -> task.cancel(false));
        waiting = Optional.empty();
        return was;
    }
}
