package dev.wartung.web.page;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.app.RunningApplication;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.ApplicationContext;
import org.springframework.web.servlet.resource.ResourceUrlEncodingFilter;

@ExtendWith(RunningApplication.class)
class PageLinksTest {

    @Test
    @DisplayName("No filter looks the links of a page up in the archives of the application")
    void asTheyStand(ApplicationContext application) {
        assertThat(application.getBeansOfType(FilterRegistrationBean.class).values())
                .filteredOn(f -> f.getFilter() instanceof ResourceUrlEncodingFilter)
                .singleElement()
                .satisfies(f -> assertThat(f.isEnabled()).isFalse());
    }
}
