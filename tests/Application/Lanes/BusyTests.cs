using System.Text;
using Corlin.Application.Calendars;
using Corlin.Application.Files;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using Corlin.Interchange.ICalendar;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>What other systems read of somebody's time, and of their absences.</summary>
public sealed class BusyTests : IAsyncLifetime
{
    private World world = null!;

    public async ValueTask InitializeAsync() => world = await World.MakeAsync();

    public ValueTask DisposeAsync() => world.DisposeAsync();

    private Task<BusyTimes> Busy(CalendarUser viewer) =>
        world.See(new ReadBusy(viewer.Id, world.Maren.PublicId, new LocalDate(2027, 3, 15), new LocalDate(2027, 3, 19), world.Now).Run);

    private Task Away(LocalDateTime from, LocalDateTime to) =>
        world.Do(
            new PostAbsence(world.Noor.Id, world.Maren.Id, Absent.AtHome(world.Maren, from, to), world.Tome.Id, "surgery", AbsenceKind.Ill)
        );

    [Fact]
    public async Task Taken_time_is_told_to_who_sees_the_outline_and_an_absence_is_no_time_at_all()
    {
        await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, "Doctor", World.Timed("2027-03-16T12:00"), null, null, true));
        await world.Arrange("2027-03-17T15:00");
        await Away(new LocalDateTime(2027, 3, 18, 0, 0), new LocalDateTime(2027, 3, 19, 0, 0));
        Assert.Equal(RefusalKind.MayNotSpeakFor, (await Assert.ThrowsAsync<RefusedException>(() => Busy(world.Lakshmi))).Refusal.Kind);
        await world.Grant(world.Maren, world.Ruta, Sight.Outline, Acting.Look);
        var told = await Busy(world.Ruta);
        Assert.Equal(
            [
                ("2027-03-16T12:00:00Z", BusyKind.Busy),
                ("2027-03-17T15:00:00Z", BusyKind.Tentative),
                ("2027-03-18T00:00:00Z", BusyKind.Unavailable),
            ],
            told.Busy.Select(b => (b.Stretch.Start.ToString(), b.Kind))
        );
        Assert.Equal([15, 16, 17, 19], told.Hours.Stretches.Select(s => s.Start.InUtc().Day).Distinct());
    }

    [Fact]
    public async Task An_absence_goes_out_as_an_event_that_tells_no_reason_and_is_not_taken_in_again()
    {
        await Away(new LocalDateTime(2027, 3, 18, 0, 0), new LocalDateTime(2027, 3, 20, 0, 0));
        await Away(new LocalDateTime(2027, 3, 22, 13, 0), new LocalDateTime(2027, 3, 22, 18, 0));
        await world.Do(new AddAppointment(world.Noor.Id, world.Maren.Id, "Read-in", World.Timed("2027-03-16T12:00"), null));
        var export = await world.See(new ReadExport(world.Noor.Id, world.Maren.PublicId, null, null, world.Now).Run);
        using var text = new StringWriter();
        CalendarWriter.Write(text, export.Entries, world.Now, _ => null, null, export.Absences);
        var written = text.ToString();
        Assert.Contains(
            "DTSTART;VALUE=DATE:20270318\r\nDTEND;VALUE=DATE:20270320\r\nSUMMARY:Away\\; Tomé Vidal covers\r\nTRANSP:OPAQUE\r\n",
            written,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "DTSTART;TZID=Europe/Lisbon:20270322T130000\r\nDTEND;TZID=Europe/Lisbon:20270322T180000\r\n",
            written,
            StringComparison.Ordinal
        );
        Assert.DoesNotContain("surgery", written, StringComparison.Ordinal);
        var read = CalendarFile.Read(
            new MemoryStream(Encoding.UTF8.GetBytes(written)),
            Zones.Get("Europe/Lisbon"),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(["Read-in"], read.Entries.Select(e => e.Title));
        Assert.Equal(["it is an absence, which is posted under Whereabouts and is no entry"], read.Skipped.Select(s => s.Why).Distinct());
        // Of a span only those that touch it.
        var span = new Stretch(Instant.FromUtc(2027, 3, 1, 0, 0), Instant.FromUtc(2027, 3, 18, 0, 0));
        Assert.Empty((await world.See(new ReadExport(world.Noor.Id, world.Maren.PublicId, null, span, world.Now).Run)).Absences);
    }
}
