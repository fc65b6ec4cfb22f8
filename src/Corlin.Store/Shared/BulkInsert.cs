using System.Data.Common;
using System.Globalization;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage;

namespace Corlin.Store;

/// <summary>
/// Inserts many new rows of one table with one prepared statement, in the transaction under way; columns and conversions are those of the
/// model.
/// </summary>
internal sealed class BulkInsert<T> : IDisposable
    where T : class
{
    private readonly DbCommand command;
    private readonly (IClrPropertyGetter Getter, Func<object?, object?>? Convert, DbParameter Parameter)[] columns;

    public BulkInsert(CorlinDb db)
    {
        var type = db.Model.FindEntityType(typeof(T))!;
        var table = StoreObjectIdentifier.Table(type.GetTableName()!);
        var properties = type.GetFlattenedProperties().ToArray();
        command = db.Database.GetDbConnection().CreateCommand();
        command.Transaction = db.Database.CurrentTransaction!.GetDbTransaction();
        columns =
        [
            .. properties.Select(
                (property, i) =>
                {
                    var parameter = command.CreateParameter();
                    parameter.ParameterName = string.Create(CultureInfo.InvariantCulture, $"@p{i}");
                    command.Parameters.Add(parameter);
                    return (property.GetGetter(), property.GetRelationalTypeMapping().Converter?.ConvertToProvider, parameter);
                }
            ),
        ];
        var names = properties.Select(p => $"\"{p.GetColumnName(table)}\"");
        command.CommandText =
            $"INSERT INTO \"{table.Name}\" ({string.Join(", ", names)}) VALUES ({string.Join(", ", columns.Select(c => c.Parameter.ParameterName))})";
        command.Prepare();
    }

    public void Add(T row)
    {
        foreach (var (getter, convert, parameter) in columns)
        {
            var value = getter.GetClrValueUsingContainingEntity(row);
            parameter.Value = (value is null || convert is null ? value : convert(value)) ?? DBNull.Value;
        }

        command.ExecuteNonQuery();
    }

    public void Dispose() => command.Dispose();
}
