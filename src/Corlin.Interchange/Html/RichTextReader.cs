using System.Text;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Corlin.Core.Words;
using Ganss.Xss;

namespace Corlin.Interchange.Html;

/// <summary>Reads HTML from anywhere as rich text: what may stay of it, and what is read of it.</summary>
public static class RichTextReader
{
    private static readonly string[] Paragraphs = ["P", "BR", "DIV"];

    private static readonly HtmlSanitizer Sanitizer = Make();

    /// <summary>Null where nothing is left to read.</summary>
    public static RichText? Read(string html)
    {
        var clean = Sanitizer.Sanitize(html).Trim();
        var body = new HtmlParser().ParseDocument(clean).Body!;
        var text = new StringBuilder();
        Write(body, text);
        var plain = text.ToString().Trim();
        if (plain.Length == 0)
            return null;
        return new RichText(plain, body.QuerySelectorAll("*").Any(e => !Paragraphs.Contains(e.TagName)) ? clean : null);
    }

    private static HtmlSanitizer Make()
    {
        var made = new HtmlSanitizer(
            new HtmlSanitizerOptions
            {
                AllowedTags = new HashSet<string>(
                    [
                        "p",
                        "br",
                        "div",
                        "h3",
                        "h4",
                        "ul",
                        "ol",
                        "li",
                        "strong",
                        "b",
                        "em",
                        "i",
                        "u",
                        "s",
                        "a",
                        "blockquote",
                        "code",
                        "pre",
                        "hr",
                    ],
                    StringComparer.OrdinalIgnoreCase
                ),
                AllowedAttributes = new HashSet<string>(["href"], StringComparer.OrdinalIgnoreCase),
                AllowedSchemes = new HashSet<string>(["https", "http", "mailto", "tel"], StringComparer.OrdinalIgnoreCase),
                UriAttributes = new HashSet<string>(["href"], StringComparer.OrdinalIgnoreCase),
                AllowedCssProperties = new HashSet<string>(),
                AllowedAtRules = new HashSet<AngleSharp.Css.Dom.CssRuleType>(),
            }
        )
        {
            // What an element that may not stay says is still read; of scripts and styles nothing is.
            KeepChildNodes = true,
        };
        made.RemovingTag += (_, e) =>
        {
            if (
                e.Tag.TagName.ToUpperInvariant()
                is "SCRIPT"
                    or "STYLE"
                    or "TEMPLATE"
                    or "NOSCRIPT"
                    or "IFRAME"
                    or "OBJECT"
                    or "TEXTAREA"
                    or "TITLE"
                    or "SVG"
                    or "MATH"
            )
                e.Tag.TextContent = "";
        };
        return made;
    }

    private static void Write(INode node, StringBuilder text)
    {
        foreach (var child in node.ChildNodes)
        {
            switch (child)
            {
                case IText words:
                    text.Append(words.Data.ReplaceLineEndings(" "));
                    break;
                case IElement { TagName: "BR" }:
                    text.Append('\n');
                    break;
                case IElement { TagName: "LI" } item:
                    NewLine(text);
                    text.Append(item.ParentElement?.TagName == "OL" ? $"{item.Index() + 1}. " : "- ");
                    Write(item, text);
                    NewLine(text);
                    break;
                case IElement { TagName: "A" } link when link.GetAttribute("href") is { } address && address != link.TextContent:
                    Write(link, text);
                    text.Append($" ({address})");
                    break;
                case IElement { TagName: "P" or "DIV" or "H3" or "H4" or "UL" or "OL" or "BLOCKQUOTE" or "PRE" or "HR" } block:
                    NewLine(text);
                    Write(block, text);
                    NewLine(text);
                    break;
                default:
                    Write(child, text);
                    break;
            }
        }
    }

    /// <summary>The next words begin a line of their own, unless the mark of an item stands before them.</summary>
    private static void NewLine(StringBuilder text)
    {
        var behindMark = text.Length >= 2 && text[^1] == ' ' && text[^2] is '-' or '.';
        if (text.Length > 0 && text[^1] != '\n' && !behindMark)
            text.Append('\n');
    }
}
