package chaperone.server;

import chaperone.connect.Connector;
import chaperone.connect.conversation.CallRule;
import chaperone.connect.conversation.ConversationLimits;
import chaperone.connect.conversation.Patience;
import chaperone.server.secret.SecretBox;
import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The parts that are not Spring's, put together. */
@Configuration(proxyBeanMethods = false)
class ServerConfiguration {

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }

    @Bean
    SecretBox secretBox(Settings settings) {
        return SecretBox.withKeyFrom(settings.keyFile());
    }

    @Bean
    ConversationLimits conversationLimits(Settings settings) {
        return new ConversationLimits(
                settings.limits().overall(), settings.limits().perSite());
    }

    @Bean
    Connector connector(Settings settings, CallRule rule) {
        Settings.Patience patience = settings.patience();
        return new Connector(
                new Patience(
                        patience.connect(),
                        patience.logIn(),
                        patience.prompt(),
                        patience.silence(),
                        patience.whole(),
                        Patience.USUAL.mostBytes()),
                rule);
    }
}
