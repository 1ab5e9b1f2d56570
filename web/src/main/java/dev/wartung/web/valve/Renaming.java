package dev.wartung.web.valve;

import dev.wartung.core.text.Tag;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.page.TypedWords;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Valves under their tags, those of before too; and giving one another tag. */
@Service
public class Renaming {

    private static final int LONGEST = 400;

    private final Valves valves;
    private final FormerTags former;
    private final CurrentAccount current;
    private final Clock clock;

    Renaming(Valves valves, FormerTags former, CurrentAccount current, Clock clock) {
        this.valves = valves;
        this.former = former;
        this.current = current;
        this.clock = clock;
    }

    /** The valve whose plate says so, or said so before it was given another tag. */
    @Transactional(readOnly = true)
    public Optional<Valve> find(String typed) {
        String plain = Tag.plain(typed);
        return valves.findByTagIgnoreCase(typed)
                .or(() -> valves.findByTagIgnoreCase(plain))
                .or(() -> former.named(plain).stream()
                        .findFirst()
                        .flatMap(f -> valves.findById(f.valve().id())));
    }

    /** What a valve was called before, the latest first. */
    @Transactional(readOnly = true)
    public List<FormerTag> of(Valve valve) {
        return former.findByValveIdOrderByUntilDesc(valve.id());
    }

    /**
     * Gives a valve another tag. Everything on record stays with it; records that were sealed keep the tag of then.
     *
     * @param typed {@code tag} and {@code reason}
     * @return what is wrong with what was typed, by field; empty when it is done
     */
    @Transactional
    public Map<String, String> rename(Valve valve, Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String tag = Tag.plain(typed.getOrDefault("tag", ""));
        Tag.trouble(tag).ifPresent(why -> troubles.put("tag", why));
        if (troubles.isEmpty() && tag.equals(valve.tag())) {
            troubles.put("tag", "It is called that already.");
        } else if (troubles.isEmpty()
                && find(tag).filter(other -> !other.id().equals(valve.id())).isPresent()) {
            troubles.put("tag", "Another valve is, or was, called “" + tag + "”.");
        }
        String reason = TypedWords.read("reason", typed, "Say in a few words why.", LONGEST, troubles);
        if (troubles.isEmpty()) {
            former.save(new FormerTag(valve, valve.tag(), clock.instant(), current.get(), reason));
            valve.isCalled(tag);
            valves.save(valve);
        }
        return troubles;
    }
}
