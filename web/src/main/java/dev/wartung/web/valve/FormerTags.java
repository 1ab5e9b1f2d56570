package dev.wartung.web.valve;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.ListCrudRepository;

/** What valves were called before. */
public interface FormerTags extends ListCrudRepository<FormerTag, Long> {

    List<FormerTag> findByValveIdOrderByUntilDesc(Long valveId);

    Optional<FormerTag> findFirstByTagIgnoreCaseOrderByUntilDesc(String tag);
}
