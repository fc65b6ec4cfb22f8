using System.Text;
using Corlin.Core.Papers;

namespace Corlin.Core.Tests;

public class PaperTypeTests
{
    [Theory]
    [InlineData("Lease.pdf", "%PDF-1.7", "application/pdf")]
    [InlineData("LEASE.PDF", "%PDF-1.7", "application/pdf")]
    [InlineData("Costs.xlsx", "PK\u0003\u0004", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")]
    [InlineData("notes.txt", "Tide at nine", "text/plain")]
    [InlineData("notes.txt", "", "text/plain")]
    [InlineData("asked.eml", "From: a@b.example", "message/rfc822")]
    [InlineData("Lease.pdf", "MZ\u0090", null)]
    [InlineData("Lease.pdf", "", null)]
    [InlineData("notes.txt", "MZ\0\0", null)]
    [InlineData("tool.exe", "MZ", null)]
    [InlineData("page.html", "<html>", null)]
    [InlineData("picture.svg", "<svg>", null)]
    [InlineData("Lease.pdf.exe", "%PDF-1.7", null)]
    [InlineData(".pdf", "%PDF-1.7", null)]
    [InlineData("pdf", "%PDF-1.7", null)]
    public void A_document_is_what_its_name_and_its_content_say_or_is_not_taken(string name, string begins, string? type) =>
        Assert.Equal(type, PaperTypes.MediaTypeOf(name, Encoding.Latin1.GetBytes(begins)));
}
