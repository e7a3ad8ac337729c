package chaperone.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.resilience.annotation.EnableResilientMethods;

/** Starts the server. */
@SpringBootApplication
@ConfigurationPropertiesScan
@EnableResilientMethods
public class ChaperoneServer {

    public static void main(String[] args) {
        SpringApplication.run(ChaperoneServer.class, args);
    }
}
