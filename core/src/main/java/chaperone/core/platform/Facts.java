package chaperone.core.platform;

import java.util.Optional;

/** What a device says of itself; a fact that it does not tell is absent. */
public record Facts(Optional<String> name, Optional<String> model, Optional<String> serial, Optional<String> release) {}
