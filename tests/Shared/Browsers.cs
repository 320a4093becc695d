using System.Collections.Concurrent;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace TinCompass.Testing;

/// <summary>Browsers that wait for the next test: starting one takes longer than most tests. All are ended with the process.</summary>
internal static class Browsers
{
    private static readonly ConcurrentDictionary<bool, ConcurrentBag<ChromeDriver>> Idle = new();
    private static readonly ConcurrentBag<TemporaryFolder> Profiles = [];

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
        return new ChromeDriver(ChromeDriverService.CreateDefaultService(Path.GetDirectoryName(Desk.Find("chromedriver")), "chromedriver"),
            options, TimeSpan.FromSeconds(60));
    }

    private static void EndAll()
    {
        foreach (var driver in Idle.Values.SelectMany(d => d)) driver.Quit();
        foreach (var profile in Profiles) profile.Dispose();
    }
}
