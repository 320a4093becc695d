namespace TinCompass.Server.Hosting;

/// <summary>
/// What a room under Features brings to the server: its endpoints. The server finds every class that implements it.
/// </summary>
internal interface IFeature
{
    /// <summary>Maps the endpoints.</summary>
    void Map(IEndpointRouteBuilder app);

    /// <summary>Maps those of every feature of this program, always in the same order.</summary>
    static void MapAll(IEndpointRouteBuilder app)
    {
        foreach (var feature in typeof(IFeature).Assembly.GetTypes().Where(t => t.IsClass && t.IsAssignableTo(typeof(IFeature)))
            .OrderBy(t => t.FullName, StringComparer.Ordinal))
            ((IFeature)Activator.CreateInstance(feature)!).Map(app);
    }
}
