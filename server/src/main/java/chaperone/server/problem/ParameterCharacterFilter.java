package chaperone.server.problem;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses addresses whose escapes stand for bytes that are no UTF-8, or for NUL: nothing that is kept is called so. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 20)
class ParameterCharacterFilter extends OncePerRequestFilter {
    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain next)
            throws ServletException, IOException {
        if (!isPlain(request.getRequestURI())) {
            refuse(response, "The path");
            return;
        }
        String query = request.getQueryString();
        for (String parameter : query == null ? new String[0] : query.split("&")) {
            if (isPlain(parameter)) continue;
            String name = parameter.split("=", 2)[0];
            refuse(response, name.matches("[A-Za-z]{1,40}") ? "The value of " + name : "A parameter");
            return;
        }
        next.doFilter(request, response);
    }

    private static void refuse(HttpServletResponse response, String place) throws IOException {
        ProblemAnswer.write(
                response,
                HttpStatus.BAD_REQUEST,
                "not-a-text",
                place + " holds bytes that are no text.",
                "Write it in UTF-8 (RFC 3986, section 2.5), without NUL.");
    }

    private static boolean isPlain(String escaped) {
        if (escaped.indexOf('%') < 0) return true;
        byte[] bytes = new byte[escaped.length()];
        int size = 0;
        for (int i = 0; i < escaped.length(); i++) {
            char c = escaped.charAt(i);
            if (c != '%') {
                bytes[size++] = (byte) (c < 0x80 ? c : 'x');
                continue;
            }
            if (i + 2 >= escaped.length()) return false;
            int high = Character.digit(escaped.charAt(i + 1), 16);
            int low = Character.digit(escaped.charAt(i + 2), 16);
            if (high < 0 || low < 0 || high + low == 0) return false;
            bytes[size++] = (byte) (high * 16 + low);
            i += 2;
        }
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes, 0, size));
            return true;
        } catch (CharacterCodingException e) {
            return false;
        }
    }
}
