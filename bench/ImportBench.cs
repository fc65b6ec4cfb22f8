using System.Text;
using BenchmarkDotNet.Attributes;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;

namespace Corlin.Bench;

/// <summary>A calendar file of ten thousand events, read to entries, against Ical.Net's parse of the same text alone.</summary>
[MemoryDiagnoser]
public class ImportBench
{
    private const int Events = 10_000;
    private string text = "";
    private byte[] bytes = [];

    [GlobalSetup]
    public void SetUp()
    {
        var file = new StringBuilder("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//bench//EN\r\n");
        for (var i = 0; i < Events; i++)
        {
            file.Append(
                $"BEGIN:VEVENT\r\nUID:{i}@ebbline.example\r\nDTSTAMP:20270101T000000Z\r\nDTSTART;TZID=Europe/Lisbon:2027{(i % 12) + 1:00}{(i % 28) + 1:00}T{8 + (i % 9):00}0000\r\nDURATION:PT45M\r\n"
            );
            if (i % 5 == 0)
                file.Append("RRULE:FREQ=WEEKLY;COUNT=12\r\n");
            file.Append(
                $"SUMMARY:Tide table {i}\r\nLOCATION:Gannet\r\nDESCRIPTION:1. Clause 7\\n2. Who signs\\, by when\r\nX-BERTH:Dunlin {i % 7}\r\nEND:VEVENT\r\n"
            );
        }

        text = file.Append("END:VCALENDAR\r\n").ToString();
        bytes = Encoding.UTF8.GetBytes(text);
    }

    [Benchmark]
    public int Read() => CalendarFile.Read(new MemoryStream(bytes), Zones.Get("Europe/Lisbon")).Entries.Count;

    [Benchmark(Baseline = true)]
    public int IcalNetParse() => Ical.Net.Calendar.Load(text)!.Events.Count;
}
