package aestimo.app.roll;

import aestimo.app.store.TeacherId;
import java.util.List;

/**
 * Students joined a class by a list.
 *
 * @param text the list as it was pasted
 * @param enrolments those who joined
 */
public record StudentsJoined(TeacherId teacher, long classId, String text, List<Long> enrolments) {}
