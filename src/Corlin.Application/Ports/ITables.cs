namespace Corlin.Application.Ports;

/// <summary>Tables that leave as files.</summary>
public interface ITables
{
    /// <param name="rows">Each with as many fields as there are columns.</param>
    void Write(TextWriter output, IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<string>> rows);
}
