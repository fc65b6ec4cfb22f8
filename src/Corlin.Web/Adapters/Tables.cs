using Corlin.Application.Ports;
using Corlin.Interchange.Tables;

namespace Corlin.Web.Adapters;

/// <summary>Tables by the interchange.</summary>
internal sealed class Tables : ITables
{
    public void Write(TextWriter output, IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<string>> rows) =>
        CommaSeparated.Write(output, columns, rows);
}
