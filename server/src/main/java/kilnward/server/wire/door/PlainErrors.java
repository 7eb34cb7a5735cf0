package kilnward.server.wire.door;

import java.io.IOException;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What goes wrong before any of our own code is reached, as a problem like every other (RFC 9457) and not as a page of the container's. */
public class PlainErrors extends ErrorReportValve {
    @Override
    protected void report(Request request, Response response, Throwable thrown) {
        int status = response.getStatus();
        if (status < 400 || response.getContentWritten() > 0 || !response.setErrorReported()) {
            return;
        }
        try {
            response.setContentType("application/problem+json");
            response.setCharacterEncoding("UTF-8");
            String detail = status < 500 ? "The request cannot be read." : "The server met an error of its own. Nothing was saved.";
            response.getReporter()
                    .write("{\"title\":\"" + (status < 500 ? "Not readable" : "That should not happen") + "\",\"status\":" + status + ",\"detail\":\"" + detail + "\"}");
            response.finishResponse();
        } catch (IOException | IllegalStateException gone) {
            // Nobody is there any more to be told.
            return;
        }
    }

    /** Puts it in the container's place. */
    @Configuration
    static class InPlace {
        @Bean
        WebServerFactoryCustomizer<TomcatServletWebServerFactory> plainErrors() {
            return factory -> factory.addContextCustomizers(context -> {
                if (context.getParent() instanceof StandardHost host) {
                    host.setErrorReportValveClass(PlainErrors.class.getName());
                }
            });
        }
    }
}
