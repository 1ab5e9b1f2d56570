package dev.wartung.core.school;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import dev.wartung.core.school.Settled.By;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The questions of practice and the special tools that are known.
 *
 * @param schools in the order they are shown
 * @param tools   special tools a plant may own
 */
public record SchoolTable(List<School> schools, List<SpecialTool> tools) {

    /**
     * A tool not every workshop has.
     *
     * @param name as it stands at the steps that need it
     * @param use  what it is for
     */
    public record SpecialTool(String id, String name, String use) {}

    public Optional<School> school(String id) {
        return schools.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    /** How a question is settled for a valve: by the maker, else by the plant, else by default. */
    public Settled settle(School school, TypeSheet type, ValveConfiguration configuration, SiteChoices site) {
        Optional<String> maker = Optional.ofNullable(type.schools().get(school.id()))
                .or(() -> Optional.ofNullable(configuration.options().get(school.id())));
        if (maker.isPresent()) {
            return new Settled(school, maker.get(), By.MAKER);
        }
        String plant = school.byMaker() ? null : site.answers().get(school.id());
        if (plant != null) {
            return new Settled(school, plant, By.PLANT);
        }
        return new Settled(school, usual(school, type, configuration, site), By.DEFAULT);
    }

    private static String usual(School school, TypeSheet type, ValveConfiguration configuration, SiteChoices site) {
        return school.defaults().stream()
                .filter(d -> d.owns().map(site.tools()::contains).orElse(true)
                        && d.band().map(type.bands()::containsKey).orElse(true)
                        && d.option().map(o -> hasOption(configuration, o)).orElse(true))
                .map(School.Default::answer)
                .findFirst()
                .orElseGet(() -> school.answers().keySet().iterator().next());
    }

    private static boolean hasOption(ValveConfiguration configuration, String option) {
        String[] wanted = option.split("=", 2);
        return wanted[1].equals(configuration.options().get(wanted[0]));
    }

    /** Special tools that a list of tools names and the plant does not own: to be borrowed before the job. */
    public List<SpecialTool> toBorrow(List<Message> needed, SiteChoices site) {
        return tools.stream()
                .filter(t -> !site.tools().contains(t.id())
                        && needed.stream().anyMatch(n -> n.toString().startsWith(t.name())))
                .toList();
    }

    /** What the plant's answers and tools would be refused for; empty when they can be kept. */
    public List<Message> troubles(Map<String, String> answers) {
        return answers.entrySet().stream()
                .filter(a -> school(a.getKey())
                        .filter(s -> !s.byMaker() && s.answers().containsKey(a.getValue()))
                        .isEmpty())
                .map(a -> Message.of(
                        "school.no-answer",
                        "“{answer}” is no answer to “{question}”.",
                        "answer",
                        a.getValue(),
                        "question",
                        school(a.getKey()).map(School::question).orElse(a.getKey())))
                .toList();
    }
}
