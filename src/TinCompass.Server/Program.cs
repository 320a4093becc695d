using TinCompass.Server;
using TinCompass.Server.Hosting;

try
{
    var options = StartSettings.Read(args, Environment.GetEnvironmentVariables(), out var wrong, out var remarks);
    foreach (var remark in remarks) Console.Error.WriteLine(remark);
    if (wrong.Count > 0) throw new StartRefusedException(string.Join(Environment.NewLine, wrong));
    if (options.Job is not null)
    {
        DataJobs.Run(options);
        return 0;
    }

    // Nothing that is not ours is read from the environment.
    var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
    builder.Configuration.Sources.Clear();
    builder.AddTinCompass(options);
    var app = builder.Build();
    ServerHost.RefuseTakenPort(options);
    app.PrepareData();
    app.UseTinCompass();
    app.Lifetime.ApplicationStarted.Register(() => Greeting.Say(app, options));
    await app.RunAsync();
    return 0;
}
catch (StartRefusedException e)
{
    Console.Error.WriteLine(e.Message);
    return 3;
}
catch (PortTakenException e)
{
    Console.Error.WriteLine(e.Message);
    return 4;
}

/// <summary>The entry point, named for the tests that start the server within themselves.</summary>
public partial class Program;
