using Corlin.Application.Ports;
using Corlin.Core.Words;
using Corlin.Interchange.Html;

namespace Corlin.Web.Hosting;

/// <summary>Rich text as the interchange reads it.</summary>
internal sealed class RichTexts : IRichTexts
{
    public RichText? Read(string html) => RichTextReader.Read(html);
}
