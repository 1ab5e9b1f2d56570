package dev.wartung.web.job.findings;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Photos of findings. */
interface Photos extends JpaRepository<Photo, UUID> {}
