using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Interchange.People;

namespace Corlin.Web.Adapters;

/// <summary>Files of people by the interchange.</summary>
internal sealed class PeopleFiles : IPeopleFiles
{
    public (IReadOnlyList<PersonLine> Lines, IReadOnlyList<SkippedPart> Unread) Read(Stream file)
    {
        var (lines, unread) = PeopleFile.Read(file);
        return (
            lines,
            [
                .. unread.Select(u => new SkippedPart(
                    FormattableString.Invariant($"Line {u.Number}, {(u.What.Length == 0 ? "no name" : u.What)}"),
                    u.Why
                )),
            ]
        );
    }
}
