using System.Collections.Concurrent;
using System.Diagnostics;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace TinCompass.Testing;

/// <summary>Browsers that wait for the next test: starting one takes longer than most tests. All are ended with the process.</summary>
internal static class Browsers
{
    private static readonly ConcurrentDictionary<bool, ConcurrentBag<ChromeDriver>> Idle = new();
    private static readonly ConcurrentBag<TemporaryFolder> Profiles = [];
    private static readonly ConcurrentBag<int> Drivers = [];

    static Browsers() => AppDomain.CurrentDomain.ProcessExit += (_, _) => EndAll();

    /// <summary>A browser without a past.</summary>
    public static ChromeDriver Take(bool webGl) => Idle.TryGetValue(webGl, out var waiting) && waiting.TryTake(out var driver) ? driver
        : Start(webGl);

    /// <summary>Keeps a browser for the next test; its storage is wiped already.</summary>
    public static void GiveBack(bool webGl, ChromeDriver driver) => Idle.GetOrAdd(webGl, _ => []).Add(driver);

    /// <summary>A browser that no test has used.</summary>
    public static ChromeDriver Start(bool webGl)
    {
        var profile = new TemporaryFolder();
        Profiles.Add(profile);
        var options = new ChromeOptions { BinaryLocation = Desk.Find("chromium") };
        options.AddArguments(
            "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
            "--disable-background-networking", "--disable-component-update",
            "--disable-sync", "--hide-scrollbars", $"--user-data-dir={profile.Path}", "--window-size=1280,800");
        if (webGl) options.AddArguments("--use-angle=swiftshader", "--enable-unsafe-swiftshader");
        else options.AddArguments("--disable-3d-apis");
        options.SetLoggingPreference(LogType.Browser, LogLevel.All);
        var service = ChromeDriverService.CreateDefaultService(Path.GetDirectoryName(Desk.Find("chromedriver")), "chromedriver");
        var driver = new ChromeDriver(service, options, TimeSpan.FromSeconds(60));
        Drivers.Add(service.ProcessId);
        Survivors.Forbid(service.ProcessId, "chromedriver");
        return driver;
    }

    /// <summary>
    /// A process that ends has a moment only: asking each browser to quit takes longer than that, and those not asked would stay for ever.
    /// </summary>
    private static void EndAll()
    {
        foreach (var id in Drivers)
        {
            try
            {
                using var process = Process.GetProcessById(id);
                process.Kill(entireProcessTree: true);
            }
            catch (Exception e) when (e is ArgumentException or InvalidOperationException or AggregateException
                or System.ComponentModel.Win32Exception)
            {
                // It has ended already.
            }
        }

        foreach (var profile in Profiles)
        {
            try
            {
                profile.Dispose();
            }
            catch (Exception e) when (e is IOException or UnauthorizedAccessException)
            {
                // A browser was still writing there; the folder of temporary things is tidied by the system.
            }
        }
    }
}
