using Corlin.Application.Ports;
using Corlin.Core.Refusals;
using Corlin.Core.Words;
using Corlin.Interchange.Html;

namespace Corlin.Web.Adapters;

/// <summary>Rich text as the interchange reads it.</summary>
internal sealed class RichTexts : IRichTexts
{
    private const int MostMarks = 6_000;

    /// <exception cref="RefusedException">It has more marks than any text that somebody wrote: taking it apart would take long.</exception>
    public RichText? Read(string html) =>
        html.Count(c => c == '<') <= MostMarks
            ? RichTextReader.Read(html)
            : throw new RefusedException(RefusalKind.BadInput, "agenda", "more marks than text");
}
