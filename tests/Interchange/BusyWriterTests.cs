using Corlin.Core.Meetings;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Interchange.Tests;

/// <summary>What takes somebody's time and when they work, as a library that is not ours reads it.</summary>
public class BusyWriterTests
{
    private static Instant At(int day, int hour) => Instant.FromUtc(2027, 3, day, hour, 0);

    private static string Text()
    {
        using var text = new StringWriter();
        BusyWriter.Write(
            text,
            new Mailbox("Maren \"M\" Falk", "maren.falk@ebbline.example"),
            new Stretch(At(8, 0), At(13, 0)),
            At(8, 9),
            [
                new(new Stretch(At(8, 10), At(8, 11)), BusyKind.Busy),
                new(new Stretch(At(8, 12), At(8, 13)), BusyKind.Tentative),
                new(new Stretch(At(10, 0), At(12, 0)), BusyKind.Unavailable),
            ],
            StretchSet.Of([new Stretch(At(8, 9), At(8, 18)), new Stretch(At(9, 9), At(9, 18))])
        );
        return text.ToString();
    }

    [Fact]
    public async Task A_library_reads_the_same_times_of_the_same_kinds_and_when_they_work()
    {
        string Line(string what, Instant from, Instant to) => $"{what} {from.ToUnixTimeSeconds()} {to.ToUnixTimeSeconds()}";
        Assert.Equal(
            [
                Line("BUSY", At(8, 10), At(8, 11)),
                Line("BUSY-TENTATIVE", At(8, 12), At(8, 13)),
                Line("BUSY-UNAVAILABLE", At(10, 0), At(12, 0)),
                Line("BUSY-UNAVAILABLE", At(8, 0), At(13, 0)),
                Line("AVAILABLE", At(8, 9), At(8, 18)),
                Line("AVAILABLE", At(9, 9), At(9, 18)),
            ],
            await ReaderTests.ReadByAsync("node", "busy.mjs", Text())
        );
    }

    [Fact]
    public void Lines_are_short_and_names_of_their_own()
    {
        string[] lines = [.. Text().Replace("\r\n ", "", StringComparison.Ordinal).Split("\r\n")];
        var (begin, end) = (Array.IndexOf(lines, "BEGIN:VAVAILABILITY"), Array.IndexOf(lines, "END:VAVAILABILITY"));
        var own = lines[begin..end];
        Assert.Equal(
            own.Count(l => l.StartsWith("UID:", StringComparison.Ordinal)),
            own.Where(l => l.StartsWith("UID:", StringComparison.Ordinal)).Distinct().Count()
        );
        Assert.All(Text().Split("\r\n"), l => Assert.True(System.Text.Encoding.UTF8.GetByteCount(l) <= 75));
    }
}
