using System.Text.Json.Serialization;
using Corlin.Application.Access;
using Corlin.Application.Files;
using Corlin.Application.Handing;
using Corlin.Application.History;
using Corlin.Application.Mail;
using Corlin.Application.Meetings;
using Corlin.Application.Offers;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Waiting;
using Corlin.Application.Whereabouts;
using Corlin.Simulation;
using Corlin.Simulation.Calendars;
using Corlin.Simulation.Mail;
using Corlin.Store;
using Corlin.Store.Backups;
using Corlin.Web.Adapters;
using Corlin.Web.Demo;
using Corlin.Web.Edge;
using Corlin.Web.Features.Files;
using Corlin.Web.Features.Handing;
using Corlin.Web.Identity;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.FileProviders;
using NodaTime;

namespace Corlin.Web.Hosting;

/// <summary>Wires the house together. Only here Store, Simulation and the parsers of Interchange are named.</summary>
internal static class CorlinHost
{
    /// <summary>For what carries the hash of its content in its name.</summary>
    public const string Forever = "public, max-age=31536000, immutable";

    /// <summary>An application ready to be started: its store is there, in demo filled.</summary>
    public static async Task<WebApplication> BuildAsync(StartOptions options, DataFolder folder)
    {
        var app = Compose(options, folder);
        var empty = await app.Services.PrepareStoreAsync();
        if (options.Demo)
            await DemoSetUp.RunAsync(app.Services, options, empty);
        await Warmth.WarmAsync(app.Services);
        return app;
    }

    /// <summary>The application without touching a store, for its description.</summary>
    public static WebApplication Compose(StartOptions options, DataFolder folder)
    {
        var builder = WebApplication.CreateSlimBuilder();
        Listening.Configure(builder, options);
        Logs.Add(builder.Logging, options);
        builder
            .Logging.SetMinimumLevel(LogLevel.Warning)
            // Both warn of what is meant: keys lie in the data folder, and answers with a token are never kept.
            .AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error)
            .AddFilter("Microsoft.AspNetCore.Antiforgery", LogLevel.Error)
            // A start that fails is said in one line (Start).
            .AddFilter("Microsoft.Extensions.Hosting.Internal.Host", LogLevel.Critical);
        var services = builder.Services;
        services.AddSingleton(options);
        services.AddStore(folder.Database);
        services.AddSingleton<IPaperFiles>(s => new PaperFiles(folder.Papers, s.GetRequiredService<IClock>()));
        services.AddSingleton<PaperWorker>();
        AddClock(services, options);
        AddOutside(services, options, folder);
        services.AddDataProtection().SetApplicationName("Corlin").PersistKeysToFileSystem(Directory.CreateDirectory(folder.Keys));
        SignIn.Add(services);
        DeviceSignIn.Add(services);
        Limits.Add(services);
        services.AddSingleton<SignInSlowdown>();
        services.AddScoped<AccountSignIn>();
        services.AddScoped<AccountKeeping>();
        services.AddSingleton<KeyMail>();
        services.AddSingleton<KeyRequests>();
        services.AddScoped<FeedSource>();
        services.AddScoped<OwnAccount>();
        services.AddScoped<Passkeys>();
        services.AddSignalR();
        services.AddHttpContextAccessor();
        services.AddSingleton<LiveUpdates>();
        services.AddSingleton<ILiveUpdates>(s => s.GetRequiredService<LiveUpdates>());
        services.AddHostedService(s => s.GetRequiredService<LiveUpdates>());
        services.AddSingleton<Warmth>();
        services.AddSingleton<WorkUnderWay>();
        services.AddProblemDetails();
        services.AddExceptionHandler<Problems>();
        services.AddOpenApi(OpenApiFile.Describe);
        services.AddResponseCompression(c => c.EnableForHttps = true);
        services.Configure<JsonOptions>(j =>
        {
            j.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
            j.SerializerOptions.Converters.Add(
                new JsonStringEnumConverter(System.Text.Json.JsonNamingPolicy.CamelCase, allowIntegerValues: false)
            );
            // What may not be missing is not null either: said at the edge, not found out within.
            j.SerializerOptions.RespectNullableAnnotations = true;
        });
        if (options.Timers)
            services.AddHostedService<Timers>().AddHostedService<FollowTimer>();
        services.AddSingleton<Workers>();
        Metrics.Add(services);

        var app = builder.Build();
        Pipeline(app, options);
        return app;
    }

    private static void AddClock(IServiceCollection services, StartOptions options)
    {
        if (!options.Demo)
        {
            services.AddSingleton<IClock>(SystemClock.Instance);
            return;
        }

        services.AddSingleton(
            new DemoClock(SystemClock.Instance, options.Now ?? DemoSetUp.UsualStart(SystemClock.Instance.GetCurrentInstant()))
        );
        services.AddSingleton<IClock>(s => s.GetRequiredService<DemoClock>());
    }

    private static void AddOutside(IServiceCollection services, StartOptions options, DataFolder folder)
    {
        services.AddSingleton<IMailWriter, MailWriter>();
        services.AddSingleton<IMailReader, MailReading>();
        services.AddSingleton<IncomingMail>();
        services.AddSingleton<IRichTexts, RichTexts>();
        services.AddSingleton<ICalendarFiles, CalendarFiles>();
        services.AddSingleton<IPeopleFiles, PeopleFiles>();
        services.AddSingleton<ITables, Tables>();
        services.AddSingleton<IPublicHolidays, PublicHolidays>();
        services.AddSingleton<OutboxWorker>();
        services.AddSingleton<HolidayWorker>();
        services.AddSingleton<AccessWorker>();
        services.AddSingleton<AwayWorker>();
        services.AddSingleton<ICalendarsElsewhere, CalendarsElsewhere>();
        services.AddSingleton<FollowWorker>();
        services.AddSingleton<FileImports>();
        services.AddSingleton<LargeUndo>();
        services.AddSingleton<PruneWorker>();
        services.AddSingleton<OfferWorker>();
        services.AddSingleton<InstructionWorker>();
        services.AddSingleton<DeadlineWorker>();
        services.AddSingleton<SheetWorker>();
        services.AddSingleton(s => new Worker("Sending what waits", s.GetRequiredService<OutboxWorker>().RunDueAsync));
        services.AddSingleton(s => new Worker(
            "Links to those who lost their password",
            s.GetRequiredService<KeyRequests>().RunDueAsync,
            WaitsForOthers: true
        ));
        services.AddSingleton(s => new Worker("Public holidays", s.GetRequiredService<HolidayWorker>().RunDueAsync));
        services.AddSingleton(s => new Worker("Clearing papers away", s.GetRequiredService<PaperWorker>().RunDueAsync));
        services.AddSingleton(s => new Worker("Clearing away what only grows", s.GetRequiredService<PruneWorker>().RunDueAsync));
        services.AddSingleton(s => new Worker("Access that begins and ends", s.GetRequiredService<AccessWorker>().RunDueAsync));
        services.AddSingleton(s => new Worker("Invitations for who is away", s.GetRequiredService<AwayWorker>().RunDueAsync));
        services.AddSingleton(s => new Worker("Standing instructions", s.GetRequiredService<InstructionWorker>().RunDueAsync));
        services.AddSingleton(s => new Worker("Deadlines for answers", s.GetRequiredService<DeadlineWorker>().RunDueAsync));
        services.AddSingleton(s => new Worker("Day sheets", s.GetRequiredService<SheetWorker>().RunDueAsync));
        services.AddSingleton(s => new Worker("Offers whose end has come", s.GetRequiredService<OfferWorker>().RunDueAsync));
        services.AddSingleton(s => new Worker("Files taken in", s.GetRequiredService<FileImports>().RunDueAsync));
        services.AddSingleton(s => new Worker(
            "Calendars kept elsewhere",
            s.GetRequiredService<FollowWorker>().RunDueAsync,
            WaitsForOthers: true
        ));
        if (options.Demo)
            AddStandIns(services, options, folder.Simulation);
        else
            AddReal(services, options, folder);
    }

    /// <summary>What stands in for the outside world, in the demo and nowhere else.</summary>
    private static void AddStandIns(IServiceCollection services, StartOptions options, string simulation)
    {
        services.AddSingleton(_ => new MailFolder(simulation));
        services.AddSingleton(_ => Habits.Read(Path.Combine(options.DemoFolder, "correspondents.json"), options.Seed));
        services.AddSingleton(s => new Organisers(
            s.GetRequiredService<MailFolder>(),
            Organisers.Read(Path.Combine(options.DemoFolder, "invitations.json")),
            s.GetRequiredService<IClock>()
        ));
        services.AddSingleton<Correspondents>();
        services.AddSingleton<MailLoop>();
        services.AddSingleton<MailIntake>();
        services.AddSingleton(s => new Worker("The people of the demo", s.GetRequiredService<Correspondents>().RunDueAsync));
        services.AddSingleton(s => new Worker("Those who ask from outside", s.GetRequiredService<Organisers>().RunDueAsync));
        services.AddSingleton(s => new Worker("Mail that came in", s.GetRequiredService<MailIntake>().RunDueAsync));
        if (options.Smtp is { } smtp)
            services.AddSingleton<IMailCarrier>(new SmtpCarrier(smtp));
        else
            services.AddSingleton<IMailCarrier>(s => s.GetRequiredService<MailLoop>());
        services.AddSingleton<INoticeCarrier>(s => s.GetRequiredService<MailLoop>());
        services.AddSingleton<IConferenceLinks>(new ConferenceLinks(options.Address));
        services.AddSingleton(_ => new CalendarHouse(simulation));
        services.AddSingleton<IServersElsewhere, DemoServers>();
        services.AddSingleton<DemoSignIns>();
        services.AddSingleton<DemoTime>();
    }

    private static void AddReal(IServiceCollection services, StartOptions options, DataFolder folder)
    {
        var backups = new NightlyBackups(folder.Path, options.Backups ?? folder.Backups, DateTimeZoneProviders.Bcl.GetSystemDefault());
        services.AddSingleton(new Worker("The backup of the night", backups.RunDueAsync, WaitsForOthers: true));
        services.AddSingleton<IMailCarrier>(options.Smtp is { } smtp ? new SmtpCarrier(smtp) : new NoMailServer());
        services.AddSingleton<INoticeCarrier, OnTheDesk>();
        services.AddSingleton<IConferenceLinks>(new ConfiguredConferences(options.Conferences));
        services.AddSingleton<IServersElsewhere, OpenNetwork>();
        services.AddSingleton(s => new PickedUp(
            options.VouchedBy,
            s.GetRequiredService<IncomingMail>(),
            s.GetRequiredService<IMailReader>()
        ));
        if (options.Imap is { } imap)
        {
            services.AddSingleton(s => new ImapMailbox(imap, s.GetRequiredService<PickedUp>()));
            services.AddSingleton(s => new Worker("The mailbox", s.GetRequiredService<ImapMailbox>().RunDueAsync, WaitsForOthers: true));
        }

        if (options.Inbox is not { } inbox)
            return;
        services.AddSingleton(s => new PickUpFolder(inbox, s.GetRequiredService<PickedUp>()));
        services.AddSingleton(s => new Worker("Mail that came in", s.GetRequiredService<PickUpFolder>().RunDueAsync));
    }

    private static void Pipeline(WebApplication app, StartOptions options)
    {
        Listening.Use(app, options);
        Metrics.Guard(app, options);
        app.UseExceptionHandler();
        app.UseStatusCodePages();
        app.UseMiddleware<SecurityHeaders>();
        app.UseMiddleware<Stopping>();
        var site = Path.GetFullPath(options.Site);
        app.UseMiddleware<Precompressed>(site);
        app.UseResponseCompression();
        if (Directory.Exists(site))
            ServeSite(app, site);
        app.UseRouting();
        app.UseAuthentication();
        app.UseAuthorization();
        app.UseRateLimiter();
        app.UseMiddleware<Antiforgery>();
        app.UseMiddleware<OnceOnly>();
        Endpoints.Map(app, options.Demo);
        Metrics.Map(app);
        if (Directory.Exists(site))
            app.MapFallbackToFile(
                    "index.html",
                    new StaticFileOptions
                    {
                        FileProvider = new PhysicalFileProvider(site),
                        OnPrepareResponse = c => c.Context.Response.Headers.CacheControl = "no-cache",
                    }
                )
                .AllowAnonymous();
    }

    private static void ServeSite(WebApplication app, string site)
    {
        PlainPage.FindFaces(site);
        app.UseStaticFiles(
            new StaticFileOptions
            {
                FileProvider = new PhysicalFileProvider(site),
                // Names under assets carry the hash of their content; everything else is asked for again.
                OnPrepareResponse = c =>
                    c.Context.Response.Headers.CacheControl = c.Context.Request.Path.StartsWithSegments("/assets") ? Forever : "no-cache",
            }
        );
    }
}
