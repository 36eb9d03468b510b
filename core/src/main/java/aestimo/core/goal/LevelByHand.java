package aestimo.core.goal;

import aestimo.core.id.GoalId;
import aestimo.core.id.StudentId;
import java.time.LocalDate;

/** A level the teacher set, from a day on, until later evidence counts (rules, section 14). */
public record LevelByHand(StudentId student, GoalId goal, Level level, LocalDate date) {}
