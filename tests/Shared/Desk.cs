using System.Collections.ObjectModel;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;

namespace TinCompass.Testing;

/// <summary>A solver in front of the interface: a real headless Chromium. Waits for what a user would see; never for a time.</summary>
public sealed class Desk : IDisposable
{
    private readonly bool webGl;
    private readonly bool isFresh;
    private readonly bool motion;
    private readonly ChromeDriver driver;
    private readonly HashSet<string> visited = [];

    /// <summary>
    /// Takes a browser: one that another test has given back, wiped clean, or a new one. Motion is reduced unless told otherwise, so that
    /// positions stand at once; the cube is
    /// drawn flat unless <paramref name="solid"/> is asked for: drawing in 3D without a graphics card takes the time of a test.
    /// </summary>
    public Desk(int width = 1280, int height = 800, bool dark = false, bool solid = false, bool motion = false, bool fresh = false)
    {
        webGl = solid;
        driver = fresh ? Browsers.Start(solid) : Browsers.Take(solid);
        isFresh = fresh;
        Sized(width, height);
        this.motion = motion;
        Lit(dark);
    }

    /// <summary>The window has another size.</summary>
    public void Sized(int width, int height) => driver.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride",
        new() { ["width"] = width, ["height"] = height, ["deviceScaleFactor"] = 1, ["mobile"] = false });

    /// <summary>By day or by night: the page takes the colours of the other theme at once.</summary>
    public void Lit(bool dark)
    {
        driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new()
        {
            ["features"] = new[] { Feature("prefers-color-scheme", dark ? "dark" : "light"),
                Feature("prefers-reduced-motion", motion ? "no-preference" : "reduce") },
        });

        static Dictionary<string, object> Feature(string name, string value) => new() { ["name"] = name, ["value"] = value };
    }

    /// <summary>How long a user waits before giving up, on a machine that has three other things to do.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);

    /// <summary>The address shown, decoded, with + as space.</summary>
    public string Address => Uri.UnescapeDataString(driver.Url.Replace('+', ' '));

    /// <summary>The driver itself.</summary>
    public ChromeDriver Driver => driver;

    /// <summary>The element that has the focus.</summary>
    public IWebElement Focused => driver.SwitchTo().ActiveElement();

    /// <summary>Goes to an address.</summary>
    public void Open(Uri address)
    {
        if (address.Scheme == Uri.UriSchemeHttp && visited.Add(address.GetLeftPart(UriPartial.Authority))) Forget(
            address.GetLeftPart(UriPartial.Authority));
        driver.Navigate().GoToUrl(address);
    }

    private void Forget(string origin) => driver.ExecuteCdpCommand("Storage.clearDataForOrigin",
        new() { ["origin"] = origin, ["storageTypes"] = "all" });

    /// <summary>Opens the desk for a scramble and waits until it is set up.</summary>
    public void OpenPlan(Uri server, string scramble, string color = "white", string more = "")
    {
        Open(new Uri(server, $"desk?scramble={Uri.EscapeDataString(scramble)}&color={color}{more}"));
        // What is chosen before anything is turned is not shown at a later stop.
        See(more.Contains("stop=", StringComparison.Ordinal) ? "[data-stop][aria-current='step']" : ".openings .card[aria-pressed='true']");
    }

    /// <summary>Waits for an element that can be seen.</summary>
    public IWebElement See(string css) => Until(() => Seen(css, ""), $"'{css}' to be seen");

    /// <summary>Waits for an element that shows a text.</summary>
    public IWebElement See(string css, string text) => Until(() => Seen(css, text), $"'{css}' with '{text}'");

    /// <summary>Presses an element, perhaps one that shows a text, also when the page is drawn anew meanwhile.</summary>
    public void Click(string css, string text = "") => Until(() =>
    {
        var found = Seen(css, text);
        found?.Click();
        return found;
    }, $"'{css}' {text} to be pressed");

    /// <summary>
    /// The first element that can be seen and shows a text. The page itself looks, whenever something in it changes, for a moment: asking
    /// it again and again costs more than all it does. Null when none came, or another page did.
    /// </summary>
    private IWebElement? Seen(string css, string text)
    {
        try
        {
            return driver.ExecuteAsyncScript(Looking, css, text) as IWebElement;
        }
        catch (WebDriverException e) when (e is JavaScriptException or WebDriverTimeoutException
            && !e.Message.Contains("not a valid selector", StringComparison.Ordinal))
        {
            // The page went away while it was looking.
            return null;
        }
    }

    private const string Looking = """
        const [css, text, done] = arguments;
        const isSeen = (e) => {
          const box = e.tagName === 'OPTION' ? e.closest('select') : e;
          const { width, height } = box.getBoundingClientRect();
          return width > 0 && height > 0 && box.checkVisibility({ opacityProperty: true, visibilityProperty: true });
        };
        const words = (e) => (e.tagName === 'OPTION' ? e.text : e.innerText ?? e.textContent);
        const find = () => [...document.querySelectorAll(css)].find((e) => isSeen(e) && (!text || words(e).includes(text)));
        const first = find();
        if (first) done(first);
        else {
          let over = false;
          const end = (found) => {
            if (over) return;
            over = true;
            watcher.disconnect();
            clearInterval(again);
            done(found ?? null);
          };
          const look = () => {
            const found = find();
            if (found) end(found);
          };
          const watcher = new MutationObserver(look);
          watcher.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
          const again = setInterval(look, 100);
          setTimeout(() => end(null), 900);
        }
        """;

    /// <summary>Adds a solver and chooses them.</summary>
    public void AddSolver(string name)
    {
        // The names may come while one looks: what is there is pressed at once.
        Until(() =>
        {
            var found = All(".names option").LastOrDefault() ?? All(".who .knob").FirstOrDefault();
            found?.Click();
            return found;
        }, "the bar");
        See("#solver-name").SendKeys(name + Keys.Enter);
        ChosenIs(name);
    }

    /// <summary>Chooses a solver: in the bar, or where there are more than it holds by a search.</summary>
    public void ChooseSolver(string name)
    {
        See(".names option");
        if (Run("return [...document.querySelectorAll('.names option')].map((o) => o.text)") is not IEnumerable<object> names
            || !names.Contains(name))
        {
            Click(".names option", "find one of");
            See("#solver-search").SendKeys(name);
            Click(".found .row", name);
        }
        else Click(".names option", name);
        ChosenIs(name);
    }

    private void ChosenIs(string name) =>
        Until(() => Run("return document.querySelector('.names')?.selectedOptions[0]?.text") as string == name
            && All("#solver-name").All(e => !e.Displayed), $"{name} to be chosen");

    /// <summary>All elements now.</summary>
    public ReadOnlyCollection<IWebElement> All(string css) => driver.FindElements(By.CssSelector(css));

    /// <summary>Presses keys, one after the other, wherever the focus is.</summary>
    public void Press(params string[] keys)
    {
        foreach (var key in keys) new Actions(driver).SendKeys(key).Perform();
    }

    /// <summary>
    /// The field of the own sequence, with the focus. Where it has it already its key is not pressed: there it is a letter, and what is
    /// typed is tried on the way.
    /// </summary>
    public IWebElement OwnField()
    {
        if (Focused.GetAttribute("id") != "own") Press("o");
        Until(() => Focused.GetAttribute("id") == "own", "the own field to have the focus");
        return Focused;
    }

    /// <summary>Waits until something holds.</summary>
    public void Until(Func<bool> holds, string what, TimeSpan? patience = null) =>
        Until(() => holds() ? new object() : null, what, patience);

    /// <summary>Waits until something is there.</summary>
    public T Until<T>(Func<T?> find, string what, TimeSpan? patience = null)
        where T : class
    {
        var until = DateTime.UtcNow + (patience ?? Patience);
        for (var pause = 15; ; pause = Math.Min(60, pause + 5))
        {
            try
            {
                if (find() is { } found) return found;
            }
            catch (Exception e) when (e is StaleElementReferenceException or NoSuchElementException)
            {
                // The page was drawn anew meanwhile: look again.
            }

            if (DateTime.UtcNow > until) throw new TimeoutException($"waited in vain for {what}; at {driver.Url}, the page says: {Text}");
            Thread.Sleep(pause);
        }
    }

    /// <summary>All that can be read.</summary>
    public string Text => driver.FindElement(By.TagName("body")).Text;

    /// <summary>Runs a script in the page.</summary>
    public object? Run(string script, params object[] arguments) => driver.ExecuteScript(script, arguments);

    /// <summary>
    /// Errors and warnings of the page's console, policy violations among them, without the drawing library's notes on speed.
    /// </summary>
    public IReadOnlyList<string> Complaints() =>
        [.. driver.Manage().Logs.GetLog(LogType.Browser)
            .Where(l => l.Level >= LogLevel.Warning && !l.Message.Contains("GPU stall", StringComparison.Ordinal)).Select(l => l.Message)];

    /// <summary>Throws with all of them, whole, where there are some.</summary>
    public void ComplainsOfNothing()
    {
        if (Complaints() is { Count: > 0 } all) throw new InvalidOperationException("the page complains: " + string.Join('\n', all));
    }

    /// <summary>Takes a picture of what can be seen.</summary>
    public void Picture(string path) => driver.GetScreenshot().SaveAsFile(path);

    /// <inheritdoc/>
    public void Dispose()
    {
        if (isFresh || !TryGiveBack())
        {
            driver.Quit();
            driver.Dispose();
        }
    }

    private bool TryGiveBack()
    {
        try
        {
            // A new window: what a test left half done, an open dialog say, is gone with the old one.
            var old = driver.CurrentWindowHandle;
            driver.SwitchTo().NewWindow(WindowType.Tab);
            var fresh = driver.CurrentWindowHandle;
            driver.SwitchTo().Window(old).Close();
            driver.SwitchTo().Window(fresh);
            foreach (var origin in visited) Forget(origin);
            Complaints();
            Browsers.GiveBack(webGl, driver);
            return true;
        }
        catch (WebDriverException)
        {
            return false;
        }
    }

    internal static string Find(string program) =>
        (Environment.GetEnvironmentVariable("PATH") ?? "").Split(':').Select(p => Path.Combine(p, program)).FirstOrDefault(File.Exists)
        ?? throw new InvalidOperationException($"{program} is missing: './tc test' installs it");
}
