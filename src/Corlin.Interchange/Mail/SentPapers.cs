using Corlin.Core.Meetings;
using MimeKit;

namespace Corlin.Interchange.Mail;

/// <summary>Papers as they go along with mail.</summary>
internal static class SentPapers
{
    /// <param name="open">What lies under a hash; null where it is there no more, and the paper is left out.</param>
    public static IEnumerable<MimePart> Of(IEnumerable<SentPaper> papers, Func<string, Stream?> open)
    {
        foreach (var paper in papers.Where(p => p.Address is null))
        {
            if (open(paper.Hash) is not { } content)
                continue;
            yield return new MimePart(paper.MediaType)
            {
                // Read whole here: what a message holds is written out after the file was closed.
                Content = new MimeContent(Whole(content)),
                ContentDisposition = new ContentDisposition(ContentDisposition.Attachment),
                ContentTransferEncoding = ContentEncoding.Base64,
                FileName = paper.Name,
            };
        }
    }

    private static MemoryStream Whole(Stream content)
    {
        using (content)
        {
            var whole = new MemoryStream();
            content.CopyTo(whole);
            whole.Position = 0;
            return whole;
        }
    }
}
