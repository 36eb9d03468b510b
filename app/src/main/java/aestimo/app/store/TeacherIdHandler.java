package aestimo.app.store;

import java.math.BigDecimal;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import org.apache.ibatis.type.JdbcType;
import org.apache.ibatis.type.MappedTypes;

/** {@link TeacherId} as a bigint column. */
@MappedTypes(TeacherId.class)
public class TeacherIdHandler extends DecimalHandler<TeacherId> {
    public TeacherIdHandler() {
        super(teacher -> BigDecimal.valueOf(teacher.value()), value -> new TeacherId(value.longValueExact()));
    }

    @Override
    public void setNonNullParameter(PreparedStatement statement, int i, TeacherId teacher, JdbcType type)
            throws SQLException {
        statement.setLong(i, teacher.value());
    }
}
