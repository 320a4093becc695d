using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using TinCompass.Bench;

// The figures of docs/performance.md: './tc bench' for all, './tc bench app' for the app from outside, './tc bench soak' for many clients
// at once, './tc bench greed' for one beside others who take what they can, './tc bench growth' for much that is kept, './tc bench
// feeds' for cubes that report, './tc bench PATTERN' for some benchmarks; './tc bench hands' fits the hands; './tc bench plans [COUNT]
// [SECONDS]' gives means of whole plans, './tc bench big [COUNT]' those of bigger cubes.
// What was searched is counted and printed first, so that a fast wrong search is noticed.
if (args is ["hands"])
{
    HandFit.Print();
    return 0;
}

if (args is ["plans", ..])
{
    PlanMeans.Print(Number(1, 100), Number(2, 5));
    return 0;
}

if (args is ["big", ..])
{
    BigMeans.Print(Number(1, 100));
    return 0;
}

WorkCount.Print();
var job = Job.Default.WithToolchain(new InProcessEmitToolchain(TimeSpan.FromHours(1), logOutput: true)).WithWarmupCount(3)
    .WithIterationCount(10);
if (args is ["soak"]) return await Soak.PrintAsync() ? 0 : 1;
if (args is ["greed"]) return await Greed.PrintAsync() ? 0 : 1;
if (args is ["feeds"]) return await FeedLoad.PrintAsync() ? 0 : 1;
if (args is ["growth"]) return await Growth.PrintAsync() ? 0 : 1;
if (args is not ["app"])
    BenchmarkSwitcher.FromAssembly(typeof(Program).Assembly)
        .Run(args.Length == 0 ? ["--filter", "*"] : ["--filter", .. args],
            DefaultConfig.Instance.AddJob(job).WithOptions(ConfigOptions.DisableOptimizationsValidator)
            .WithArtifactsPath(Path.Combine(Path.GetTempPath(), "tin-compass-bench")));
if (args is [] or ["app"]) await AppMeasurements.PrintAsync();
return args is not [] || (await Soak.PrintAsync() && await Greed.PrintAsync() && await Growth.PrintAsync()
    && await FeedLoad.PrintAsync()) ? 0 : 1;

int Number(int at, int usual) => at < args.Length && int.TryParse(args[at], out var number) && number > 0 ? number : usual;
