package dev.wartung.web.record;

import org.springframework.context.annotation.Configuration;
import org.springframework.scheduling.annotation.EnableScheduling;

/** The book of records writes its anchors by itself. */
@Configuration(proxyBeanMethods = false)
@EnableScheduling
class RecordConfiguration {}
