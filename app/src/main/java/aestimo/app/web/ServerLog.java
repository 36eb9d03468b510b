package aestimo.app.web;

import org.springframework.beans.factory.InitializingBean;
import org.springframework.boot.logging.LogLevel;
import org.springframework.boot.logging.LoggingSystem;
import org.springframework.stereotype.Component;

/**
 * Keeps the server from writing down a failed request with all its words: {@link ErrorPages} does it under a number, and
 * without them. By program, since the brackets in the logger's name mean something else in a settings file.
 */
@Component
class ServerLog implements InitializingBean {
    private static final String OF_FAILED_REQUESTS =
            "org.apache.catalina.core.ContainerBase.[Tomcat].[localhost].[/].[dispatcherServlet]";

    private final LoggingSystem logging;

    ServerLog(LoggingSystem logging) {
        this.logging = logging;
    }

    @Override
    public void afterPropertiesSet() {
        logging.setLogLevel(OF_FAILED_REQUESTS, LogLevel.OFF);
    }
}
