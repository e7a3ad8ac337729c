package chaperone.server.standard;

import java.util.List;

/** Devices are to be judged by what is in force, once the transaction in which it is published has ended well. */
public record JudgingDueEvent(List<Long> devices) {
    public JudgingDueEvent {
        devices = List.copyOf(devices);
    }
}
