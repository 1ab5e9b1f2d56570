package dev.wartung.web.site;

import org.springframework.data.jpa.repository.JpaRepository;

/** What the plant has of special tools. */
interface SiteTools extends JpaRepository<SiteTool, String> {}
