package aestimo.app.web;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.regex.Pattern;
import org.attoparser.ParseException;
import org.attoparser.config.ParseConfiguration;
import org.attoparser.simple.AbstractSimpleMarkupHandler;
import org.attoparser.simple.ISimpleMarkupParser;
import org.attoparser.simple.SimpleMarkupParser;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.thymeleaf.IEngineConfiguration;
import org.thymeleaf.cache.StandardCacheManager;
import org.thymeleaf.engine.AttributeDefinitions;
import org.thymeleaf.engine.ElementDefinitions;
import org.thymeleaf.spring6.SpringTemplateEngine;

/**
 * Sets the template engine up for many people at once. By itself it remembers 200 parsed templates and 500 expressions,
 * and there are ten times as many here: it parsed and compiled without end. And it looks every name of a tag or attribute
 * up under a fair lock: one new name among many people, and from then on they all queue at every attribute of every page.
 */
@Configuration
@ConditionalOnWebApplication
class Templates {
    /** A template counts once for each place that includes it. */
    private static final int TEMPLATES = 20_000;

    private static final int EXPRESSIONS = 50_000;
    private static final String OWN = "th:";
    private static final Pattern SET = Pattern.compile("([\\w@:.-]+)=");

    /** Room for all there are: the numbers bound a mistake, not the usual case. */
    @Bean
    static BeanPostProcessor roomForAllTemplates() {
        return new BeanPostProcessor() {
            @Override
            public Object postProcessBeforeInitialization(Object bean, String name) {
                if (bean instanceof SpringTemplateEngine engine) {
                    engine.setCacheManager(caches());
                    engine.setEngineContextFactory(new OwnMembers.Contexts());
                }
                return bean;
            }
        };
    }

    private static StandardCacheManager caches() {
        StandardCacheManager caches = new StandardCacheManager();
        caches.setTemplateCacheMaxSize(TEMPLATES);
        caches.setExpressionCacheMaxSize(EXPRESSIONS);
        // Otherwise all of them go at once when memory is short, which is when there is no time to make them again.
        caches.setTemplateCacheUseSoftReferences(false);
        caches.setExpressionCacheUseSoftReferences(false);
        return caches;
    }

    /** Before the first request the engine is told every name the templates have, so that it never waits to add one. */
    @Bean
    SmartInitializingSingleton namesOfTheTemplates(SpringTemplateEngine engine) {
        return () -> {
            Names names = new Names(engine.getConfiguration());
            ISimpleMarkupParser parser = new SimpleMarkupParser(ParseConfiguration.htmlConfiguration());
            try {
                for (Resource template :
                        new PathMatchingResourcePatternResolver().getResources("classpath:/templates/**/*.html")) {
                    parser.parse(template.getContentAsString(StandardCharsets.UTF_8), names);
                }
            } catch (IOException | ParseException broken) {
                throw new IllegalStateException("The templates cannot be read.", broken);
            }
        };
    }

    /** Tells the engine the names as they come, and those that attributes of its own put into a page. */
    private static final class Names extends AbstractSimpleMarkupHandler {
        private final ElementDefinitions elements;
        private final AttributeDefinitions attributes;

        Names(IEngineConfiguration engine) {
            this.elements = engine.getElementDefinitions();
            this.attributes = engine.getAttributeDefinitions();
        }

        @Override
        public void handleOpenElement(String element, Map<String, String> own, int line, int column) {
            tell(element, own);
        }

        @Override
        public void handleStandaloneElement(
                String element, Map<String, String> own, boolean minimized, int line, int column) {
            tell(element, own);
        }

        private void tell(String element, @Nullable Map<String, String> own) {
            elements.forHTMLName(element);
            if (own == null) {
                return;
            }
            own.forEach((name, value) -> {
                attributes.forHTMLName(name);
                if (name.startsWith(OWN)) {
                    attributes.forHTMLName(name.substring(OWN.length()));
                }
                if (name.equals(OWN + "attr")) {
                    SET.matcher(value).results().forEach(set -> attributes.forHTMLName(set.group(1)));
                }
            });
        }
    }
}
