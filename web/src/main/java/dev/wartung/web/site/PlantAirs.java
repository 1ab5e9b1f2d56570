package dev.wartung.web.site;

import org.springframework.data.jpa.repository.JpaRepository;

/** The plant's air. */
interface PlantAirs extends JpaRepository<PlantAir, Integer> {}
