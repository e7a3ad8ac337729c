package chaperone.server.console;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.socket.config.annotation.EnableWebSocket;
import org.springframework.web.socket.config.annotation.WebSocketConfigurer;
import org.springframework.web.socket.config.annotation.WebSocketHandlerRegistry;

/** Where consoles are reached. Only pages of this server may open one: the origin is checked. */
@Configuration(proxyBeanMethods = false)
@EnableWebSocket
class ConsoleSockets implements WebSocketConfigurer {
    private final DeviceConsole console;

    ConsoleSockets(DeviceConsole console) {
        this.console = console;
    }

    @Override
    public void registerWebSocketHandlers(WebSocketHandlerRegistry registry) {
        registry.addHandler(console, "/api/consoles/*/line");
    }
}
