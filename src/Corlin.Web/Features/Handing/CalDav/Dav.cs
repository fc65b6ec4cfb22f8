using System.Text;
using System.Xml;
using System.Xml.Linq;
using Corlin.Core.Refusals;

namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>Names of WebDAV (RFC 4918) and CalDAV (RFC 4791), and how their texts are read and written.</summary>
internal static class Dav
{
    public static readonly XNamespace D = "DAV:";

    public static readonly XNamespace C = "urn:ietf:params:xml:ns:caldav";

    /// <summary>What is of Corlin alone: the reason of a refusal in words.</summary>
    public static readonly XNamespace Own = "urn:x-corlin";

    private const int MostCharacters = 4 * 1024 * 1024;

    private const int MostDeep = 32;

    /// <summary>The body of a request; null where it has none.</summary>
    /// <exception cref="DavException">It is no XML, or more or deeper than any that is read; entities are not read at all.</exception>
    public static async Task<XElement?> ReadAsync(HttpRequest request)
    {
        if (await DavBody.ReadAsync(request, MostCharacters) is not { Length: > 0 } body)
            return null;
        var settings = new XmlReaderSettings
        {
            DtdProcessing = DtdProcessing.Prohibit,
            XmlResolver = null,
            MaxCharactersInDocument = MostCharacters,
            IgnoreComments = true,
            IgnoreProcessingInstructions = true,
        };
        try
        {
            using (var depth = XmlReader.Create(new MemoryStream(body), settings))
                while (depth.Read())
                    if (depth.Depth > MostDeep)
                        throw new DavException(StatusCodes.Status400BadRequest, null, "The request is nested too deep.");
            using var reader = XmlReader.Create(new MemoryStream(body), settings);
            return XElement.Load(reader);
        }
        catch (XmlException)
        {
            throw new DavException(StatusCodes.Status400BadRequest, null, "The request is no XML that is read here.");
        }
    }

    public static IResult Xml(XElement root, int status)
    {
        var text = new StringBuilder();
        using (
            var writer = XmlWriter.Create(
                new Utf8Writer(text),
                new XmlWriterSettings { CheckCharacters = false, OmitXmlDeclaration = false }
            )
        )
            new XDocument(root).Save(writer);
        return Results.Text(text.ToString(), "application/xml; charset=utf-8", Encoding.UTF8, status);
    }

    public static IResult Multistatus(IEnumerable<XElement> responses, XElement? behind = null) =>
        Xml(
            new XElement(
                D + "multistatus",
                new XAttribute(XNamespace.Xmlns + "D", D),
                new XAttribute(XNamespace.Xmlns + "C", C),
                responses,
                behind
            ),
            StatusCodes.Status207MultiStatus
        );

    /// <summary>A text without what no XML can say: one such sign in one entry would make a whole answer unreadable.</summary>
    public static string Plain(string text)
    {
        for (var i = 0; i < text.Length; i++)
            if (!XmlConvert.IsXmlChar(text[i]) && !IsPair(text, i))
                return Without(text);
        return text;
    }

    private static string Without(string text) =>
        new([.. text.Where((c, i) => XmlConvert.IsXmlChar(c) || IsPair(text, i) || (i > 0 && IsPair(text, i - 1)))]);

    private static bool IsPair(string text, int at) => at + 1 < text.Length && char.IsSurrogatePair(text[at], text[at + 1]);

    public static XElement Href(string path) => new(D + "href", path);

    public static string Status(int code) => $"HTTP/1.1 {code} {Microsoft.AspNetCore.WebUtilities.ReasonPhrases.GetReasonPhrase(code)}";

    /// <summary>The precondition that failed, and why in words (RFC 4918 16).</summary>
    public static IResult Error(int status, XName? condition, string words, XElement? within = null) =>
        Xml(
            new XElement(
                D + "error",
                new XAttribute(XNamespace.Xmlns + "D", D),
                new XAttribute(XNamespace.Xmlns + "C", C),
                condition is null ? null : new XElement(condition, within),
                new XElement(Own + "reason", Plain(words))
            ),
            status
        );

    private sealed class Utf8Writer(StringBuilder text) : StringWriter(text, System.Globalization.CultureInfo.InvariantCulture)
    {
        public override Encoding Encoding => Encoding.UTF8;
    }
}

/// <summary>A request that is answered with a precondition of WebDAV or CalDAV.</summary>
internal sealed class DavException(int status, XName? condition, string words, XElement? within = null) : Exception(words)
{
    public IResult Result => Dav.Error(status, condition, Message, within);

    /// <summary>What a refusal is to a device: it may not, whatever the screens call it.</summary>
    public static IResult Of(Refusal refusal, string words) =>
        refusal.Kind switch
        {
            RefusalKind.NotFound => Dav.Error(StatusCodes.Status404NotFound, null, words),
            RefusalKind.NotTheOrganiser => Dav.Error(
                StatusCodes.Status403Forbidden,
                Dav.C + "allowed-attendee-scheduling-object-change",
                words
            ),
            RefusalKind.MayNotAdd or RefusalKind.MayNotChange or RefusalKind.NotYourAddition or RefusalKind.MayNotSpeakFor => Dav.Error(
                StatusCodes.Status403Forbidden,
                Dav.D + "need-privileges",
                words
            ),
            _ => Dav.Error(StatusCodes.Status403Forbidden, null, words),
        };
}

/// <summary>Bodies, read to a bound.</summary>
internal static class DavBody
{
    /// <exception cref="DavException">It is larger.</exception>
    public static async Task<byte[]> ReadAsync(HttpRequest request, int most)
    {
        using var body = new MemoryStream();
        var piece = new byte[64 * 1024];
        try
        {
            int read;
            var inAll = 0L;
            while ((read = await request.Body.ReadAsync(piece, request.HttpContext.RequestAborted)) > 0)
            {
                inAll += read;
                // It is read to its end, so that whoever sends it hears the answer; the server bounds what there is.
                if (inAll <= most)
                    body.Write(piece, 0, read);
            }

            if (inAll > most)
                throw TooLarge();
        }
        catch (BadHttpRequestException e) when (e.StatusCode == StatusCodes.Status413PayloadTooLarge)
        {
            throw TooLarge();
        }

        return body.ToArray();
    }

    private static DavException TooLarge() =>
        new(StatusCodes.Status413PayloadTooLarge, Dav.C + "max-resource-size", "That is larger than can be taken in at once.");
}
