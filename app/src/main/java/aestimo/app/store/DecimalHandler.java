package aestimo.app.store;

import java.math.BigDecimal;
import java.sql.CallableStatement;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.function.Function;
import org.apache.ibatis.type.BaseTypeHandler;
import org.apache.ibatis.type.JdbcType;
import org.jspecify.annotations.Nullable;

/** Keeps a core value in a numeric column. */
abstract class DecimalHandler<T> extends BaseTypeHandler<T> {
    private final Function<T, BigDecimal> write;
    private final Function<BigDecimal, T> read;

    DecimalHandler(Function<T, BigDecimal> write, Function<BigDecimal, T> read) {
        this.write = write;
        this.read = read;
    }

    @Override
    public void setNonNullParameter(PreparedStatement statement, int i, T value, JdbcType type) throws SQLException {
        statement.setBigDecimal(i, write.apply(value));
    }

    @Override
    public @Nullable T getNullableResult(ResultSet row, String column) throws SQLException {
        return orNull(row.getBigDecimal(column));
    }

    @Override
    public @Nullable T getNullableResult(ResultSet row, int column) throws SQLException {
        return orNull(row.getBigDecimal(column));
    }

    @Override
    public @Nullable T getNullableResult(CallableStatement call, int column) throws SQLException {
        return orNull(call.getBigDecimal(column));
    }

    private @Nullable T orNull(BigDecimal value) {
        return value == null ? null : read.apply(value);
    }
}
