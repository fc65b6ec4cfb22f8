using System.Text;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Sheets;

namespace Corlin.Application.Handing;

/// <summary>A day sheet in mail: as plain words, and as it is drawn.</summary>
internal static class SheetText
{
    private const string Indent = "    ";

    public static string Words(DaySheetView sheet, string? note)
    {
        var (drawn, text) = (Drawn(sheet, note), new StringBuilder());
        if (drawn.Note is not null)
            text.Append(drawn.Note.ReplaceLineEndings("\r\n")).Append("\r\n\r\n");
        text.Append(drawn.Heading).Append("\r\n").Append(drawn.Made).Append("\r\n");
        foreach (var day in drawn.Days)
        {
            text.Append("\r\n").Append(day.Heading).Append("\r\n");
            foreach (var line in day.Notes)
                text.Append(Indent).Append(line).Append("\r\n");
            foreach (var line in day.Lines)
            {
                text.Append(line.Time).Append("  ").Append(line.Title).Append("\r\n");
                foreach (var detail in line.Details)
                    text.Append(Indent).Append(detail.ReplaceLineEndings("\r\n" + Indent)).Append("\r\n");
            }
        }

        return text.ToString();
    }

    public static DrawnSheet Drawn(DaySheetView sheet, string? note) =>
        new(
            sheet.Heading,
            string.IsNullOrWhiteSpace(note) ? null : note.Trim(),
            string.Join(' ', new[] { sheet.Made, sheet.Last }.OfType<string>()),
            [
                .. sheet.Sheets.Select(d => new DrawnDay(
                    $"{d.Heading}. {English.Capital(d.Where)}",
                    d.Notes.Count == 0 && d.Lines.All(l => l.Kind == SheetLineKind.Gap) ? [English.NothingThatDay] : d.Notes,
                    [.. d.Lines.Select(l => Line(l, sheet.Parts.Order))]
                )),
            ]
        );

    private static DrawnLine Line(SheetLineView line, IReadOnlyList<SheetBlock> order) =>
        new(
            line.Time,
            line.Title,
            line.Change is not null,
            line.Kind == SheetLineKind.Gone,
            [
                .. new[]
                {
                    line.Home,
                    line.Change,
                    line.States.Count == 0 ? null : English.Capital(string.Join(", ", line.States)),
                    line.Place,
                    line.Leave,
                }.OfType<string>(),
                .. order.SelectMany(block => Block(line, block)),
            ]
        );

    private static IEnumerable<string> Block(SheetLineView line, SheetBlock block) =>
        block switch
        {
            SheetBlock.Joining => line.Joining,
            SheetBlock.People => line.People.Select(p => p.Words.Length == 0 ? p.Name : $"{p.Name}: {p.Words}"),
            SheetBlock.Agenda => line.Agenda is null ? [] : [line.Agenda],
            SheetBlock.Papers => line.Papers.Count == 0 ? [] : [English.PapersLie(line.Papers)],
            SheetBlock.LastTime =>
            [
                .. line.LastTime is null ? Array.Empty<string>() : [line.LastTime],
                .. line.Open.Select(English.Capital),
            ],
            _ => throw new ArgumentOutOfRangeException(nameof(block), block, null),
        };
}
