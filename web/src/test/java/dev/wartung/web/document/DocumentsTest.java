package dev.wartung.web.document;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What is done to a page before it is printed. */
class DocumentsTest {

    @Test
    @DisplayName(
            "Colours are put in by their names in styles; a remark that looks like one is printed as it was written")
    void colours() {
        assertThat(Documents.coloured("<style>b { color: var(--ink); }</style><p>var(--ink), var(--nothing)</p>"))
                .isEqualTo("<style>b { color: #17252a; }</style><p>var(--ink), var(--nothing)</p>");
    }
}
