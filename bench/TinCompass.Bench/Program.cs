using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using TinCompass.Bench;

// The figures of docs/performance.md. What was searched is counted and printed first, so that a fast wrong search is noticed.
WorkCount.Print();
var job = Job.Default.WithToolchain(InProcessEmitToolchain.Instance).WithWarmupCount(3).WithIterationCount(10);
BenchmarkSwitcher.FromAssembly(typeof(Program).Assembly)
    .Run(args.Length == 0 ? ["--filter", "*"] : args, DefaultConfig.Instance.AddJob(job).WithOptions(ConfigOptions.DisableOptimizationsValidator));
