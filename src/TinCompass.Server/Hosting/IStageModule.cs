namespace TinCompass.Server.Hosting;

/// <summary>
/// What a stage brings to the server: its endpoints, mapped in one place. Its tables, drills, casebook and courses are known from the
/// core's stage.
/// </summary>
internal interface IStageModule
{
    /// <summary>Maps the endpoints.</summary>
    void Map(IEndpointRouteBuilder app);
}
