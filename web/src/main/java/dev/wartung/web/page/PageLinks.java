package dev.wartung.web.page;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.thymeleaf.autoconfigure.ThymeleafProperties;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.util.FileCopyUtils;
import org.springframework.web.servlet.resource.ResourceUrlEncodingFilter;
import org.springframework.web.servlet.resource.ResourceUrlProvider;
import org.thymeleaf.IEngineConfiguration;
import org.thymeleaf.spring6.templateresolver.SpringResourceTemplateResolver;
import org.thymeleaf.templatemode.TemplateMode;
import org.thymeleaf.templateresource.ITemplateResource;
import org.thymeleaf.templateresource.StringTemplateResource;

/**
 * Styles and scripts have what is in them written into their names: after an upgrade no browser goes on with those of
 * the version before. That is done once, when a template is read. The library brings a filter that asks for every link
 * of every page it sends, in all archives of the application: it took more than half the processor time of a page
 * (docs/performance.md), and is off.
 */
@Configuration(proxyBeanMethods = false)
class PageLinks {

    private static final Pattern MADE_OF =
            Pattern.compile("(?<=(?:src|href)=\")/(?:css|js|vendor|webjars)/[^\"]+(?=\")");

    @Bean
    FilterRegistrationBean<ResourceUrlEncodingFilter> linksAsTheyStand() {
        FilterRegistrationBean<ResourceUrlEncodingFilter> filter =
                new FilterRegistrationBean<>(new ResourceUrlEncodingFilter());
        filter.setEnabled(false);
        return filter;
    }

    /** In the place of the one that reads templates as they stand. */
    @Bean
    SpringResourceTemplateResolver defaultTemplateResolver(
            ThymeleafProperties properties, ObjectProvider<ResourceUrlProvider> names) {
        SpringResourceTemplateResolver resolver = new SpringResourceTemplateResolver() {
            @Override
            protected ITemplateResource computeTemplateResource(
                    IEngineConfiguration configuration,
                    @Nullable String owner,
                    String template,
                    String resource,
                    @Nullable String encoding,
                    @Nullable Map<String, Object> attributes) {
                ITemplateResource asItStands =
                        super.computeTemplateResource(configuration, owner, template, resource, encoding, attributes);
                return new StringTemplateResource(named(text(asItStands), names.getObject()));
            }
        };
        resolver.setPrefix(properties.getPrefix());
        resolver.setSuffix(properties.getSuffix());
        resolver.setTemplateMode(TemplateMode.HTML);
        resolver.setCharacterEncoding(properties.getEncoding().name());
        resolver.setCacheable(properties.isCache());
        return resolver;
    }

    private static String text(ITemplateResource template) {
        try {
            return FileCopyUtils.copyToString(template.reader());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A template with what its page is made of under the names it is to be asked for by. */
    private static String named(String template, ResourceUrlProvider names) {
        return MADE_OF.matcher(template)
                .replaceAll(link -> Matcher.quoteReplacement(Optional.ofNullable(names.getForLookupPath(link.group()))
                        .orElseThrow(() -> new IllegalStateException("no such file: " + link.group()))));
    }
}
