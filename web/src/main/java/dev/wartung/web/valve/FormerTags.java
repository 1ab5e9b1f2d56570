package dev.wartung.web.valve;

import java.util.List;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.ListCrudRepository;

/** What valves were called before. */
public interface FormerTags extends ListCrudRepository<FormerTag, Long> {

    List<FormerTag> findByValveIdOrderByUntilDesc(Long valveId);

    /** Of whichever valves had it, the latest first; case is folded by the database. */
    @Query("select f from FormerTag f where lower(f.tag) = lower(:tag) order by f.until desc")
    List<FormerTag> named(String tag);
}
