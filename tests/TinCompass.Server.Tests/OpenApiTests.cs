using TinCompass.Testing;

namespace TinCompass.Server.Tests;

public class OpenApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    /// <summary>
    /// The interface's client is generated from docs/openapi.json: './tc api' makes both anew. With TC_OPENAPI set, the document is written
    /// there.
    /// </summary>
    [Fact]
    public async Task The_checked_in_description_is_the_servers_own()
    {
        var own = (await server.Client.GetStringAsync(new Uri("openapi/v1.json", UriKind.Relative))).ReplaceLineEndings("\n").TrimEnd()
            + "\n";
        if (Environment.GetEnvironmentVariable("TC_OPENAPI") is { Length: > 0 } path) await File.WriteAllTextAsync(path, own);
        var checkedIn = await File.ReadAllTextAsync(Path.Combine(RunningServer.Root, "docs", "openapi.json"));
        Assert.True(own == checkedIn, "docs/openapi.json is stale: run './tc api'");
    }
}
