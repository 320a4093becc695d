using System.Net.Sockets;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.AspNetCore.Http.Timeouts;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Server.Kestrel.Core;
using Microsoft.Extensions.FileProviders;
using Microsoft.Extensions.Options;
using Microsoft.OpenApi;
using Serilog;
using TinCompass.Core.Methods;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Demo;
using TinCompass.Server.Features.Club;
using TinCompass.Server.Features.Exchange;
using TinCompass.Server.Features.Feed;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.HandTimes;
using TinCompass.Server.Features.Plans;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Scrambles;
using TinCompass.Server.Features.Solves;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server;

/// <summary>Puts the server together.</summary>
internal static class ServerHost
{
    public static void AddTinCompass(this WebApplicationBuilder builder, ServerOptions options)
    {
        var services = builder.Services;
        services.AddSingleton(Options.Create(options));
        services.AddSingleton<Gate>();
        services.AddSerilog((_, log) => log.MinimumLevel.Information()
            .MinimumLevel.Override("Microsoft", Serilog.Events.LogEventLevel.Warning)
            .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", Serilog.Events.LogEventLevel.Error)
            .Enrich.FromLogContext().WriteTo.Console(new LogLines()));
        var certificate = Certificates.Read(options);
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Listen(options.Address, options.Port, listen =>
            {
                if (certificate is not null) listen.UseHttps(certificate);
                // Without TLS there is HTTP/1.1 alone.
                else listen.Protocols = HttpProtocols.Http1;
            });
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = Limits.MaxBodyBytes;
            (kestrel.Limits.MinRequestBodyDataRate, kestrel.Limits.MinResponseDataRate) = (Limits.LeastRate, Limits.LeastRate);
            // Longer ones are refused in a sentence.
            kestrel.Limits.MaxRequestLineSize = 4 * Limits.MaxAddressLength;
        });
        services.Configure<HostOptions>(host => host.ShutdownTimeout = Limits.StoppingTime);
        services.AddSingleton(TimeProvider.System);
        services.AddSingleton(TableLog.Shelf);
        services.AddSingleton(provider => new StageBook(
            Catalog.Stages(provider.GetRequiredService<TableShelf>()).Concat(provider.GetServices<IStage>()), Catalog.Methods));
        services.AddHttpContextAccessor();
        services.AddSingleton<HandModels>();
        services.AddSingleton<HandFits>();
        services.AddSingleton<OpenTasks>();
        services.AddSingleton<DayCounts>();
        services.AddSingleton<WriteLane>();
        services.AddSingleton<QuickRead>();
        services.AddSingleton<QuickWrite>();
        services.AddSingleton(provider => new Programme(provider.GetRequiredService<StageBook>().Drills));
        services.AddScoped<StandingKeeper>();
        services.AddScoped<SessionKeeper>();
        services.AddScoped<Spent>();
        services.AddScoped<Bin>();
        services.AddSingleton<BinWork>();
        services.AddScoped<SkippedRows>();
        services.AddScoped<ImportRun>();
        services.AddSingleton<ImportProgress>();
        services.AddSingleton<ClientLanes>();
        services.AddSingleton<Spool>();
        services.AddSingleton(_ => DatabaseFile.Claim(options.Data));
        services.AddHostedService(provider =>
            ActivatorUtilities.CreateInstance<DailyCare>(provider, provider.GetRequiredService<MovingIn>().Done));
        services.AddSingleton<ScramblesAhead>();
        services.AddHostedService(provider => provider.GetRequiredService<ScramblesAhead>());
        services.AddSingleton<MovingIn>();
        services.AddHostedService(provider => provider.GetRequiredService<MovingIn>());
        services.AddHostedService(provider =>
            ActivatorUtilities.CreateInstance<FirstPlans>(provider, provider.GetRequiredService<MovingIn>().Done));
        services.AddSingleton<FeedHub>();
        services.AddSingleton<OpenTalks>();
        services.AddSingleton<SimulatedCubes>();
        services.AddSingleton<SolveReviews>();
        ClubDoor.Add(services, options);
        services.AddDbContextPool<TinCompassDb>((provider, options) => provider.GetRequiredService<DatabaseFile>().Configure(options));
        services.AddProblemDetails(problems => problems.CustomizeProblemDetails = Problems.Complete);
        services.AddLimits(options.Patience, options.Searches);
        // What cannot be read is told with its place, not only refused.
        services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
        services.Configure<JsonOptions>(json =>
        {
            json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
            json.SerializerOptions.Converters.Add(new JsonStringEnumConverter(System.Text.Json.JsonNamingPolicy.CamelCase));
        });
        services.AddOpenApi(openApi => openApi.AddDocumentTransformer((document, _, _) =>
        {
            (document.Info.Title, document.Info.Version) = ("Tin Compass", "v1");
            document.Servers = [];
            return Task.CompletedTask;
        }).AddOperationTransformer((operation, context, _) =>
        {
            // Parameters that are read as a record are written as all others are.
            foreach (var parameter in (operation.Parameters ?? []).OfType<OpenApiParameter>())
                if (parameter.Name is { Length: > 0 } name) parameter.Name = char.ToLowerInvariant(name[0]) + name[1..];
            Refusals.Describe(operation, context);
            return Task.CompletedTask;
        }));
    }

    /// <summary>Looks whether the port is free before any data is touched. Throws <see cref="PortTakenException"/>.</summary>
    public static void RefuseTakenPort(ServerOptions options)
    {
        if (options.Port == 0) return;
        try
        {
            using var listener = new TcpListener(options.Address, options.Port);
            listener.Start();
        }
        catch (SocketException e)
        {
            throw new PortTakenException(
                $"Nobody can listen at {options.Host}:{options.Port}: {e.Message}. Perhaps another Tin Compass runs there. Stop it, or " +
                    $"give another port with --port.", e);
        }
    }

    /// <summary>
    /// Claims the data folder and brings the database to this version. Throws <see cref="StartRefusedException"/>.
    /// </summary>
    public static void PrepareData(this WebApplication app)
    {
        var services = app.Services;
        using var scope = services.CreateScope();
        // The first tables are made while the rest of the start goes on; the others when the data are there.
        var shelf = services.GetRequiredService<TableShelf>();
        shelf.Begin([CrossTable.Kind, TwoPhaseTables.Kind]);
        var file = services.GetRequiredService<DatabaseFile>();
        file.ClearRemains();
        var db = scope.ServiceProvider.GetRequiredService<TinCompassDb>();
        var clock = services.GetRequiredService<TimeProvider>();
        using (file.IsOlder(db) ? LongUpgrade.Told(clock, Console.Error) : null)
        {
            file.Migrate(db);
            DataUpgrades.Run(db);
        }

        services.GetRequiredService<MovingIn>().Begin(db);
    }

    public static void UseTinCompass(this WebApplication app)
    {
        var options = app.Services.GetRequiredService<IOptions<ServerOptions>>().Value;
        app.Use(Manners.Headers);
        app.UseExceptionHandler(new ExceptionHandlerOptions
        {
            StatusCodeSelector = Problems.StatusOf,
            // The log tells what went wrong here, not what was asked wrongly.
            SuppressDiagnosticsCallback = failed => Problems.StatusOf(failed.Exception) < StatusCodes.Status500InternalServerError
                || failed.Exception is OperationCanceledException,
        });
        app.UseStatusCodePages();
        if (options.BehindProxy)
            app.UseForwardedHeaders(new() { ForwardedHeaders = ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedFor });
        app.Use(app.Services.GetRequiredService<Gate>().PassAsync);
        app.Use(Manners.Readable);
        UseInterface(app);
        app.Use(app.Services.GetRequiredService<MovingIn>().PassAsync);
        app.UseWebSockets();
        app.UseRouting();
        if (options.Club)
        {
            app.UseAuthentication();
            app.Use(Guard.EnterAsync);
        }

        app.Use(Manners.StopWithServer);
        app.Use(WholeAnswers.Remember);
        // The time in the queue counts.
        app.UseRequestTimeouts();
        app.Use(WholeOrNotAtAll);
        app.UseRateLimiter();
        app.Use(SkippedRows.Tell);
        app.Use(HandModels.HearAsync);
        app.MapOpenApi();
        IFeature.MapAll(app.MapGroup("").Guarded().AnsweredWhole());
        app.MapFormerAddresses();
        app.Map("/api/{**rest}", Manners.NoSuchAddress).ExcludeFromDescription();
        MapInterface(app);
    }

    /// <summary>
    /// A deadline is for the work: once an answer is on its way it is sent to its end, and what was cut never looks whole.
    /// </summary>
    internal static async Task WholeOrNotAtAll(HttpContext context, RequestDelegate next)
    {
        context.Response.OnStarting(() =>
        {
            context.Features.Get<IHttpRequestTimeoutFeature>()?.DisableTimeout();
            return Task.CompletedTask;
        });
        await next(context);
        // Writing an answer ends silently when it is cancelled.
        if (!context.RequestAborted.IsCancellationRequested) return;
        if (!context.Response.HasStarted) throw new OperationCanceledException(context.RequestAborted);
        context.Abort();
    }

    /// <summary>The built interface. Files under /assets carry a hash in their name and never change.</summary>
    private static void UseInterface(WebApplication app)
    {
        var folder = app.Services.GetRequiredService<IOptions<ServerOptions>>().Value.WebFolder;
        if (!Directory.Exists(folder)) return;
        app.Environment.WebRootFileProvider = new PhysicalFileProvider(Path.GetFullPath(folder));
        app.UseDefaultFiles();
        app.UseStaticFiles(new StaticFileOptions
        {
            OnPrepareResponse = file => file.Context.Response.Headers.CacheControl =
                file.Context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache",
        });
    }

    /// <summary>Every other address is a view of the interface.</summary>
    private static void MapInterface(WebApplication app) => app.MapFallback(async (HttpContext context) =>
    {
        var page = app.Environment.WebRootFileProvider.GetFileInfo("index.html");
        if (!page.Exists)
        {
            context.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
            await context.Response.WriteAsync("The interface is not built yet. './tc demo' builds it.", context.RequestAborted);
            return;
        }

        context.Response.ContentType = "text/html; charset=utf-8";
        context.Response.Headers.CacheControl = "no-cache";
        await context.Response.SendFileAsync(page, context.RequestAborted);
    }).ExcludeFromDescription();
}
