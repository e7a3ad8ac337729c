package chaperone.server.problem;

import com.fasterxml.jackson.annotation.Nulls;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A list of a request has no gaps: {@code [null]} is refused with its place, wherever a list is expected. */
@Configuration
class NullElementCheck {
    @Bean
    JsonMapperBuilderCustomizer withoutGaps() {
        return mapper -> mapper.changeDefaultNullHandling(nulls -> nulls.withContentNulls(Nulls.FAIL));
    }
}
