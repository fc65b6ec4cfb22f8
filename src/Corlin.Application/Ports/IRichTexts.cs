using Corlin.Core.Words;

namespace Corlin.Application.Ports;

/// <summary>Reads rich text as it comes in.</summary>
public interface IRichTexts
{
    /// <summary>
    /// What may stay of it: elements of text and links to the web and to mail; no script, style, picture or form. Null where nothing is
    /// left.
    /// </summary>
    RichText? Read(string html);
}
