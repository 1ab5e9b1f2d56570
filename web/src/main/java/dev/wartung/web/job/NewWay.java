package dev.wartung.web.job;

import dev.wartung.core.procedure.Procedure;

/** The way back that was derived when somebody chose to close up. */
record NewWay(Procedure procedure) {}
