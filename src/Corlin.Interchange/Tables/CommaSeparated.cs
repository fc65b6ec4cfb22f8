using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;

namespace Corlin.Interchange.Tables;

/// <summary>
/// Writes a table as comma-separated values (RFC 4180). A field that a spreadsheet would take for a formula is written as text.
/// </summary>
public static class CommaSeparated
{
    /// <param name="rows">Each with as many fields as there are columns.</param>
    public static void Write(TextWriter output, IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<string>> rows)
    {
        using var csv = new CsvWriter(
            output,
            new CsvConfiguration(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape, NewLine = "\r\n" },
            leaveOpen: true
        );
        foreach (var row in rows.Prepend(columns))
        {
            foreach (var field in row)
                csv.WriteField(field);
            csv.NextRecord();
        }
    }
}
