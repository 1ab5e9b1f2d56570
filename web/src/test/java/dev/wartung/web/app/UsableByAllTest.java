package dev.wartung.web.app;

import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.Page;
import dev.wartung.web.app.RunningApplication.Address;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** That what tests ask of every view is asked: a page that somebody could not use is told. */
@ExtendWith({RunningApplication.class, Browser.class})
class UsableByAllTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "image-alt | document.querySelector('main').append(Object.assign(new Image(), { src: '/favicon.svg' }))",
                "color-contrast | document.querySelector('h1').style.color = 'gainsboro'",
                "label | document.querySelector('label').remove()",
                "leaves | document.querySelector('h1').style.minWidth = '700px'",
            })
    @DisplayName("A picture without words, pale letters, a field without a name and what leaves a small window")
    void told(String what, String spoilt, Address at, Browser browser) {
        Page page = browser.window(at.base(), 1280, 800);
        Browser.go(page, "/login");
        page.evaluate("() => { " + spoilt + " }");
        assertThatThrownBy(() -> Browser.usableByAll(page))
                .isInstanceOf(AssertionError.class)
                .hasMessageContaining(what.equals("leaves") ? "H1" : what);
    }
}
