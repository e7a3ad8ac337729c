package chaperone.server.problem;

import java.io.IOException;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;

/** What is refused before it reaches any filter of ours, such as an address that is none, gets a problem detail too. */
@Configuration(proxyBeanMethods = false)
class ContainerErrorReport {

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> plainErrorPages() {
        return factory -> factory.addContextCustomizers(context -> {
            if (context.getParent() instanceof StandardHost host) host.setErrorReportValveClass(Report.class.getName());
        });
    }

    /** Made by the servlet container, by its name. */
    public static final class Report extends ErrorReportValve {
        @Override
        protected void report(Request request, Response response, Throwable failure) {
            int status = response.getStatus();
            if (status < 400 || response.getContentWritten() > 0 || !response.setErrorReported()) return;
            HttpStatus known = HttpStatus.resolve(status);
            boolean isOurs = status >= 500;
            try {
                ProblemAnswer.write(
                        response.getResponse(),
                        known == null ? HttpStatus.BAD_REQUEST : known,
                        isOurs ? "internal" : "not-a-request",
                        isOurs
                                ? "The server met an error that it did not foresee."
                                : "The request's path, query or headers are none that a server can read.",
                        isOurs
                                ? "Tell the administrator when it was: the log has the details."
                                : "Write them as RFC 9110 and RFC 3986 have it.");
                response.finishResponse();
            } catch (IOException e) {
                // Nobody is left to be told.
            }
        }
    }
}
