using System.Net;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.DependencyInjection;

namespace TinCompass.Server.Tests;

/// <summary>Lets a test ask from any address: a server within the test process has none of its own.</summary>
internal sealed class Elsewhere : IStartupFilter
{
    private const string Header = "X-Test-From";

    /// <summary>For a server's services.</summary>
    public static void Add(IServiceCollection services) => services.AddSingleton<IStartupFilter, Elsewhere>();

    /// <summary>A browser at an address.</summary>
    public static HttpClient At(ServerFixture server, string address)
    {
        var client = server.NewClient();
        Move(client, address);
        return client;
    }

    /// <summary>The same browser at another address.</summary>
    public static void Move(HttpClient client, string address)
    {
        client.DefaultRequestHeaders.Remove(Header);
        client.DefaultRequestHeaders.Add(Header, address);
    }

    public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) => app =>
    {
        app.Use((context, following) =>
        {
            if (IPAddress.TryParse(context.Request.Headers[Header], out var from)) context.Connection.RemoteIpAddress = from;
            return following(context);
        });
        next(app);
    };
}
