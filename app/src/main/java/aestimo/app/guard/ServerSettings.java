package aestimo.app.guard;

import java.time.Duration;
import java.util.Arrays;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.session.web.http.CookieSerializer;
import org.springframework.session.web.http.DefaultCookieSerializer;

/** How the web server treats whoever connects, and the cookie that says who is signed in. */
@Configuration
class ServerSettings {
    /**
     * What a proxy says of the browser behind it is believed of the proxies that are named alone, and only where there is
     * to be one; anybody else could say what they like.
     *
     * @param proxies their addresses, with commas between
     */
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> boundedServer(
            PublicAddress address,
            @Value("${aestimo.proxies}") String proxies,
            @Value("${aestimo.requests-at-once}") int atOnce,
            @Value("${aestimo.patience.body}") Duration grace) {
        return factory -> {
            if (address.isSecure()) {
                RemoteIpValve proxy = new RemoteIpValve();
                proxy.setInternalProxies(Arrays.stream(proxies.split(","))
                        .map(String::strip)
                        .filter(one -> !one.isEmpty())
                        .map(Pattern::quote)
                        .collect(Collectors.joining("|")));
                proxy.setProtocolHeader("X-Forwarded-Proto");
                proxy.setHttpsServerPort(address.port());
                factory.addEngineValves(proxy);
            }
            factory.addEngineValves(new FairShare(atOnce, grace));
        };
    }

    /** Under TLS no other host, and nobody on the line, can set or see it. */
    @Bean
    CookieSerializer sessionCookie(PublicAddress address) {
        DefaultCookieSerializer cookie = new DefaultCookieSerializer();
        cookie.setCookieName(address.isSecure() ? "__Host-aestimo" : "aestimo");
        cookie.setCookiePath("/");
        cookie.setUseHttpOnlyCookie(true);
        cookie.setUseSecureCookie(address.isSecure());
        cookie.setSameSite("Lax");
        return cookie;
    }
}
