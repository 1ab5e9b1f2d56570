package dev.wartung.web.device;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

/** The workshop's test benches. */
public interface TestBenches extends JpaRepository<TestBench, Long> {

    List<TestBench> findAllByOrderByName();

    Optional<TestBench> findFirstByName(String name);
}
