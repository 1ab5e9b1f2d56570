package dev.wartung.web.page;

import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.resource.ResourceUrlEncodingFilter;

/**
 * Links of a page are written as they stand. The library of web resources brings a filter that asks, for every link of
 * every page, all archives of the application whether it is a file of theirs, to write a version into its name; ours
 * carry none. It took more than half the processor time of a page (docs/performance.md).
 */
@Configuration(proxyBeanMethods = false)
class PageLinks {

    @Bean
    FilterRegistrationBean<ResourceUrlEncodingFilter> linksAsTheyStand() {
        FilterRegistrationBean<ResourceUrlEncodingFilter> filter =
                new FilterRegistrationBean<>(new ResourceUrlEncodingFilter());
        filter.setEnabled(false);
        return filter;
    }
}
