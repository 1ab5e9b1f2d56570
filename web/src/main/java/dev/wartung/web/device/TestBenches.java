package dev.wartung.web.device;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** The workshop's test benches. */
public interface TestBenches extends JpaRepository<TestBench, Long> {

    List<TestBench> findAllByOrderByName();
}
