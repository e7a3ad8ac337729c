package chaperone.server.job;

import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.outcome.Outcome;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The outcomes of all kinds of jobs by their codes, as they are stored. */
@Component
class OutcomeRegistry {
    private final Map<String, Outcome> byCode;

    /** @throws IllegalStateException if two capabilities mean different things by one code */
    OutcomeRegistry(List<JobLineHandler> handlers) {
        Set<Outcome> all = new LinkedHashSet<>(List.of(JobOutcome.values()));
        all.addAll(List.of(ConversationOutcome.values()));
        handlers.forEach(handler -> all.addAll(handler.outcomes()));
        byCode = all.stream().collect(Collectors.toMap(Outcome::name, Function.identity()));
    }

    /** @param code one that was stored; a kind of job that is no more may have left some that nobody knows now */
    Outcome of(String code) {
        Outcome known = byCode.get(code);
        return known == null ? new Forgotten(code) : known;
    }

    private record Forgotten(String name) implements Outcome {
        @Override
        public Saying saying() {
            return new Saying("", "");
        }
    }
}
