using System.Globalization;
using System.Text;
using Corlin.Application.Ports;
using Corlin.Web.Edge;

namespace Corlin.Web.Adapters;

/// <summary>A day sheet as mail programs draw it: styles stand with each element, and nothing is fetched.</summary>
internal static class SheetMail
{
    private const string Cell = "padding:6px 12px 6px 0;border-top:1px solid #c6d2d0;vertical-align:top;text-align:left";
    private const string Soft = "color:#4a5e61";
    private const string Bar = ";border-left:3px solid #8a5200;padding-left:8px";

    public static string Of(DrawnSheet sheet)
    {
        var page = new StringBuilder();
        page.Append(
            CultureInfo.InvariantCulture,
            $"<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><title>{PlainPage.Safe(sheet.Heading)}</title></head>"
        );
        page.Append("<body style=\"margin:16px;color:#16282b;font:15px/1.45 sans-serif\">\n");
        if (sheet.Note is { } note)
            page.Append(CultureInfo.InvariantCulture, $"<p>{Lines(note)}</p>\n");
        page.Append(
            CultureInfo.InvariantCulture,
            $"<h1 style=\"font:400 24px/1.25 Georgia,serif;margin:0 0 8px\">{PlainPage.Safe(sheet.Heading)}</h1>\n"
        );
        page.Append(CultureInfo.InvariantCulture, $"<p style=\"margin:0;{Soft}\">{PlainPage.Safe(sheet.Made)}</p>\n");
        foreach (var day in sheet.Days)
            Day(page, day);
        return page.Append("</body></html>\n").ToString();
    }

    private static string Lines(string text) => string.Join("<br>", text.ReplaceLineEndings("\n").Split('\n').Select(PlainPage.Safe));

    private static void Day(StringBuilder page, DrawnDay day)
    {
        page.Append(CultureInfo.InvariantCulture, $"<h2 style=\"font-size:15px;margin:20px 0 4px\">{PlainPage.Safe(day.Heading)}</h2>\n");
        foreach (var note in day.Notes)
            page.Append(CultureInfo.InvariantCulture, $"<p style=\"margin:0 0 4px\">{PlainPage.Safe(note)}</p>\n");
        page.Append("<table style=\"border-collapse:collapse;width:100%;max-width:680px\"><tbody>\n");
        foreach (var line in day.Lines)
        {
            var title = line.Gone ? $"<s>{PlainPage.Safe(line.Title)}</s>" : PlainPage.Safe(line.Title);
            page.Append(
                CultureInfo.InvariantCulture,
                $"<tr><td style=\"{Cell};white-space:nowrap{(line.Changed ? Bar : "")}\">{PlainPage.Safe(line.Time)}</td><td style=\"{Cell};width:100%\"><b>{title}</b>"
            );
            foreach (var detail in line.Details)
                page.Append(CultureInfo.InvariantCulture, $"<br><span style=\"{Soft}\">{Lines(detail)}</span>");
            page.Append("</td></tr>\n");
        }

        page.Append("</tbody></table>\n");
    }
}
