package aestimo.app.seats;

import aestimo.app.store.TeacherId;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.jspecify.annotations.Nullable;

@Mapper
interface SeatMapper {
    record PlanRow(long id, String name, String door, String windows, boolean inUse, int version, boolean undoable) {}

    record SeatRow(long planId, int column, int row, boolean broken, long student) {}

    /** @param other and plan, column, row: null where the kind has none */
    record WishRow(
            long id,
            String kind,
            long student,
            @Nullable Long other,
            @Nullable Long planId,
            @Nullable Integer column,
            @Nullable Integer row) {}

    List<PlanRow> findPlans(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    List<SeatRow> findSeats(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    long insertPlan(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("name") String name,
            @Param("inUse") boolean inUse);

    /** Takes what a plan is called, and where door and windows are, as long as the plan has the version given; counts it on. */
    int updatePlan(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("plan") SeatPlan plan);

    void useNone(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    int use(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("planId") long planId);

    int deletePlan(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("planId") long planId);

    /** Counts one version on, where the plan has the one given. @param before null to leave nothing to undo */
    int claim(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("planId") long planId,
            @Param("version") int version,
            @Param("before") @Nullable String before);

    Optional<String> findBefore(
            @Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("planId") long planId);

    void deleteSeats(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("planId") long planId);

    /** @param seats as JSON, those of {@link SeatPlan.Placed} */
    void insertSeats(
            @Param("teacher") TeacherId teacher,
            @Param("classId") long classId,
            @Param("planId") long planId,
            @Param("seats") String seats);

    List<WishRow> findWishes(@Param("teacher") TeacherId teacher, @Param("classId") long classId);

    void insertWish(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("wish") WishRow wish);

    int deleteWish(@Param("teacher") TeacherId teacher, @Param("classId") long classId, @Param("wishId") long wishId);
}
