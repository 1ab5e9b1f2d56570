package dev.wartung.web.site;

import org.springframework.data.jpa.repository.JpaRepository;

/** What the plant has answered. */
interface SiteAnswers extends JpaRepository<SiteAnswer, String> {}
