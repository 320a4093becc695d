using Microsoft.Extensions.Options;
using TinCompass.Server;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

try
{
    var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
    builder.AddTinCompass();
    var app = builder.Build();
    var options = app.Services.GetRequiredService<IOptions<ServerOptions>>().Value;
    if (options.Check)
    {
        using var file = DatabaseFile.Claim(options.Data);
        Console.WriteLine($"the database {file.Path} is sound");
        return 0;
    }

    ServerHost.RefuseTakenPort(options);
    app.PrepareData();
    app.UseTinCompass();
    app.Lifetime.ApplicationStarted.Register(() =>
        Console.WriteLine($"Tin Compass listens at {string.Join(", ", app.Urls)}   (Ctrl-C stops it)"));
    await app.RunAsync();
    return 0;
}
catch (StartRefusedException e)
{
    Console.Error.WriteLine(e.Message);
    return 3;
}
catch (OptionsValidationException e)
{
    Console.Error.WriteLine(string.Join(Environment.NewLine, e.Failures));
    return 3;
}
catch (PortTakenException e)
{
    Console.Error.WriteLine(e.Message);
    return 4;
}

/// <summary>The entry point, named for the tests that start the server within themselves.</summary>
public partial class Program;
