package dev.wartung.web.exchange;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** What headings and words of lists were said to mean, for the next list. */
@Component
public class ListMatches {

    private static final int LONGEST = 200;

    private final JdbcTemplate jdbc;

    ListMatches(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * What is known.
     *
     * @param means by what was said, in small letters
     */
    public record Known(Map<String, String> means) {
        public Optional<String> of(String said) {
            return Optional.ofNullable(means.get(key(said)));
        }
    }

    /** @param about what sort of word it is */
    public Known known(String about) {
        Map<String, String> means = new HashMap<>();
        jdbc.query(
                "select said, means from list_match where about = ?",
                row -> {
                    means.put(row.getString(1), row.getString(2));
                },
                about);
        return new Known(means);
    }

    private static String key(String said) {
        String plain = said.strip().toLowerCase(Locale.ROOT);
        return plain.length() > LONGEST ? plain.substring(0, LONGEST) : plain;
    }

    public void remember(String about, String said, String means) {
        if (!said.isBlank()) {
            jdbc.update(
                    "insert into list_match (about, said, means) values (?, ?, ?) on conflict (about, said) do update set means = excluded.means",
                    about,
                    key(said),
                    means);
        }
    }
}
