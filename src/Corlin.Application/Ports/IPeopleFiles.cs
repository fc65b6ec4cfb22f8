using Corlin.Core.Calendars;

namespace Corlin.Application.Ports;

/// <summary>Files of people.</summary>
public interface IPeopleFiles
{
    /// <exception cref="FormatException">It is no such file; the message says what is wrong with it.</exception>
    (IReadOnlyList<PersonLine> Lines, IReadOnlyList<SkippedPart> Unread) Read(Stream file);
}
