package chaperone.server.problem;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.JacksonModule;
import tools.jackson.databind.deser.jdk.StringDeserializer;
import tools.jackson.databind.deser.std.StdScalarDeserializer;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.module.SimpleModule;

/**
 * Texts of requests are characters that can be stored: neither NUL, which PostgreSQL does not keep, nor half a character.
 * A field named {@value #CONFIGURATION} may hold a configuration, which is taken as it is: it is read, never stored.
 */
@Configuration
class TextCharacterCheck {
    private static final String CONFIGURATION = "text";

    @Bean
    JacksonModule plainTextModule() {
        return new SimpleModule("plain texts").addDeserializer(String.class, new Reader());
    }

    private static final class Reader extends StdScalarDeserializer<String> {
        Reader() {
            super(String.class);
        }

        @Override
        public String deserialize(JsonParser parser, DeserializationContext context) throws JacksonException {
            String text = StringDeserializer.instance.deserialize(parser, context);
            if (text != null && !CONFIGURATION.equals(parser.currentName()) && !isPlain(text)) {
                throw MismatchedInputException.from(
                        parser, String.class, "a text must hold neither NUL nor half a character");
            }
            return text;
        }
    }

    static boolean isPlain(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == 0 || Character.isLowSurrogate(c)) return false;
            if (!Character.isHighSurrogate(c)) continue;
            i++;
            if (i >= text.length() || !Character.isLowSurrogate(text.charAt(i))) return false;
        }
        return true;
    }
}
