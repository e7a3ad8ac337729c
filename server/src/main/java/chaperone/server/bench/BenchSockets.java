package chaperone.server.bench;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.socket.config.annotation.EnableWebSocket;
import org.springframework.web.socket.config.annotation.ServletWebSocketHandlerRegistry;
import org.springframework.web.socket.config.annotation.WebSocketConfigurer;
import org.springframework.web.socket.config.annotation.WebSocketHandlerRegistry;

/** Where consoles are reached. Only pages of this server may open one: the origin is checked. */
@Configuration(proxyBeanMethods = false)
@EnableWebSocket
class BenchSockets implements WebSocketConfigurer {
    private final BenchConsole console;

    BenchSockets(BenchConsole console) {
        this.console = console;
    }

    @Override
    public void registerWebSocketHandlers(WebSocketHandlerRegistry registry) {
        // Before the controllers, one of which would take the address for a request of its own.
        if (registry instanceof ServletWebSocketHandlerRegistry ordered) ordered.setOrder(-1);
        registry.addHandler(console, "/api/bench/stand-ins/*/console");
    }
}
