package dev.wartung.web.job.findings;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** How old seals looked. */
interface OldSeals extends JpaRepository<OldSealRecord, UUID> {

    List<OldSealRecord> findByValveIdOrderByAtDesc(Long valveId);

    List<OldSealRecord> findByArticleOrderByAtDesc(String article);

    List<OldSealRecord> findAllByOrderByArticleAscAtDesc();
}
